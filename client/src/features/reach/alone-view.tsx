import {
  pair,
  rational,
  solve,
  type Assessment,
  type BandReach,
  type Goal,
  type PairPoint,
} from '@fidens/core';
import { memo, useMemo, useState } from 'react';
import { View } from 'react-native';
import { Text } from 'react-native-paper';
import type { Computed } from '@/model/computed';
import { SPACE } from '@/theme/layout';
import { TEXT_MEDIUM, TEXT_STRONG, useColours } from '@/theme/paper-theme';
import { Stack } from '@/ui/box';
import { Choice } from '@/ui/fields/choice';
import { Fold } from '@/ui/fold';
import { SectionTitle, Soft } from '@/ui/text';
import { number, percent } from '@/wording/words';
import { PairCurve, takesText } from './pair-curve';

/** Of a course with something open: one piece alone, and two against each other: what each must bring, everything else as usual. */
export const AloneView = memo(function AloneView({ computed }: { computed: Computed }) {
  const open = useMemo(() => openPieces(computed), [computed]);
  const [chosen, setChosen] = useState<string>();
  const [other, setOther] = useState<string>();
  const piece = open.find(({ id }) => id === chosen) ?? open[0]!;
  const beside = open.find(({ id }) => id === other && id !== piece.id);
  return (
    <Stack gap="s">
      <SectionTitle>One piece alone</SectionTitle>
      <Soft>If everything else goes as usual.</Soft>
      {open.length > 1 && (
        <Choice
          label="Which piece alone"
          value={piece.id}
          options={open.map(({ id, name }) => ({ value: id, label: name }))}
          onChange={setChosen}
        />
      )}
      <Alone computed={computed} piece={piece} />
      {open.length > 1 && (
        <Fold
          title={`${piece.name} against another`}
          summary="What one must bring when the other brings this much."
        >
          <Choice
            label={`What ${piece.name} stands against`}
            value={beside?.id ?? ''}
            options={open
              .filter(({ id }) => id !== piece.id)
              .map(({ id, name }) => ({ value: id, label: name }))}
            onChange={setOther}
          />
          {beside && <Pair computed={computed} first={beside} second={piece} />}
        </Fold>
      )}
    </Stack>
  );
});

/** At most so many pieces to choose from: those that can move the course most. */
const MOST = 12;

function openPieces({ potentials, outlooks }: Computed): Assessment[] {
  const sources = new Map(outlooks.plan.pieces.map(({ id, source }) => [id, source]));
  return (potentials?.pieces ?? []).slice(0, MOST).map(({ id }) => sources.get(id)!);
}

function Alone({ computed, piece }: { computed: Computed; piece: Assessment }) {
  const solution = useMemo(() => {
    const { alone, goals, outlooks } = computed;
    return alone?.piece.id === piece.id ? alone : solve(outlooks, piece.id, { goals });
  }, [computed, piece.id]);
  if ('why' in solution) return <Soft>{solution.why}</Soft>;
  return (
    <View role="table" aria-label={`What each letter takes of ${piece.name} alone`}>
      {solution.bands.map((entry) => (
        <TakesRow
          key={entry.band.label}
          label={entry.band.label}
          isOut={entry.state === 'out'}
          words={scoreWords(entry, piece)}
        />
      ))}
    </View>
  );
}

/** What a letter takes, in plain values: where they stay, it is not drawn again. */
const TakesRow = memo(function TakesRow({
  label,
  isOut,
  words,
}: {
  label: string;
  isOut: boolean;
  words: string;
}) {
  const c = useColours();
  return (
    <View
      role="row"
      style={{
        flexDirection: 'row',
        gap: SPACE.m,
        alignItems: 'baseline',
        borderTopWidth: 1,
        borderColor: c.rule,
        paddingVertical: SPACE.s,
      }}
    >
      <Text role="rowheader" variant="titleMedium" style={{ minWidth: 48, color: isOut ? c.onPale : c.ink }}>
        {label}
      </Text>
      <Text role="cell" variant="bodyMedium" style={{ flex: 1, color: c.soft }}>
        {words}
      </Text>
    </View>
  );
});

/** "72 of 80, 90%"; where more is not enough, from where to where. */
function scoreWords({ state, level, gaps }: BandReach, { possible }: Assessment): string {
  if (state === 'secured') return 'whatever it brings';
  if (state === 'out') return 'more than it can bring';
  const share = percent(rational(level!).div(rational(possible)));
  const but = gaps.map(({ from, to }) => `${number(from)} to ${number(to)}`).join(', nor ');
  return `${number(level!)} of ${number(possible)}, ${share}%${but ? `, but not ${but}, where another piece is dropped instead` : ''}`;
}

interface PairProps {
  computed: Computed;
  first: Assessment;
  second: Assessment;
}

function Pair({ computed, first, second }: PairProps) {
  const [label, setLabel] = useState<string>();
  const goal = goalOf(computed, label);
  const answer = useMemo(
    () => pair(computed.outlooks, first.id, second.id, goal),
    [computed, first.id, second.id, goal],
  );
  const [at, setAt] = useState<number>();
  if ('why' in answer) return <Soft>{answer.why}</Soft>;
  const { points } = answer;
  const place = Math.min(at ?? Math.round((points.length - 1) * 0.8), points.length - 1);
  return (
    <Stack gap="m">
      <Choice
        label="For which letter"
        value={goal.label}
        options={computed.goals.slice(0, -1).map((each) => ({ value: each.label, label: each.label }))}
        onChange={setLabel}
      />
      <PairCurve points={points} first={first} second={second} place={place} onPlace={setAt} />
      <PairWords point={points[place]!} first={first} second={second} goal={goal} />
      <PairTable points={points} first={first} second={second} />
    </Stack>
  );
}

/** The letter that is asked about: the one chosen, else the one that the words on top speak of, else the highest. */
function goalOf({ goals, headline }: Computed, label: string | undefined): Goal {
  const wanted = label ?? ('band' in headline ? headline.band.label : undefined);
  return goals.slice(0, -1).find((goal) => goal.label === wanted) ?? goals[0]!;
}

function PairWords({
  point: { first: score, second: takes },
  first,
  second,
  goal,
}: {
  point: PairPoint;
  first: Assessment;
  second: Assessment;
  goal: Goal;
}) {
  return (
    <Text variant="bodyLarge" aria-live="polite">
      With {number(score)} of {number(first.possible)} on {first.name}, {goal.label} takes{' '}
      <Text style={{ fontFamily: TEXT_STRONG }}>{takesText(takes, second)}</Text> on {second.name}.
    </Text>
  );
}

/** So many lines of the table, none and full marks among them. */
const LINES = 6;

function PairTable({
  points,
  first,
  second,
}: {
  points: readonly PairPoint[];
  first: Assessment;
  second: Assessment;
}) {
  const c = useColours();
  const last = points.length - 1;
  const lines = Math.min(LINES, points.length);
  const shown = Array.from(
    { length: lines },
    (_, line) => points[Math.round((line * last) / Math.max(1, lines - 1))]!,
  );
  return (
    <View role="table" aria-label={`${first.name} against ${second.name}`}>
      <View role="row" style={{ flexDirection: 'row', gap: SPACE.m, paddingBottom: SPACE.xs }}>
        {[first.name, second.name].map((name) => (
          <Text
            key={name}
            role="columnheader"
            variant="bodySmall"
            numberOfLines={1}
            style={{ flex: 1, color: c.soft }}
          >
            {name}
          </Text>
        ))}
      </View>
      {shown.map((point) => (
        <View
          key={point.first}
          role="row"
          style={{
            flexDirection: 'row',
            gap: SPACE.m,
            paddingVertical: 6,
            borderTopWidth: 1,
            borderColor: c.rule,
          }}
        >
          <Text role="cell" variant="bodyMedium" style={{ flex: 1, fontFamily: TEXT_MEDIUM }}>
            {number(point.first)}
          </Text>
          <Text role="cell" variant="bodyMedium" style={{ flex: 1, fontFamily: TEXT_MEDIUM }}>
            {takesText(point.second, second)}
          </Text>
        </View>
      ))}
    </View>
  );
}
