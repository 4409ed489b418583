import {
  courseSetting,
  deciding,
  decimalSchema,
  decimalText,
  fractionOfPercent,
  fromUnit,
  gradeInUnit,
  inUnit,
  isInCeiling,
  needWords,
  pointsToGo,
  requirementTake,
  shownLevel,
  shownPercent,
  thresholdOf,
  type BandReach,
  type Course,
  type Extent,
  type Letters,
  type PointsToGo,
  type Rational,
} from '@fidens/core';
import { memo, useMemo } from 'react';
import { View } from 'react-native';
import { Text } from 'react-native-paper';
import type { ShownCourse } from '@/data/answers';
import { useNow } from '@/data/now';
import { compute, isTarget, type Computed } from '@/model/computed';
import { otherGrades, othersTitle } from '@/model/other-grades';
import { useChange } from '@/model/use-change';
import { useExtent } from '@/model/use-extent';
import { SPACE } from '@/theme/layout';
import { TEXT_STRONG, useColours } from '@/theme/paper-theme';
import { Bar } from '@/ui/bar';
import { Stack } from '@/ui/box';
import { Choice } from '@/ui/fields/choice';
import { KeptField } from '@/ui/fields/kept-field';
import { Fold } from '@/ui/fold';
import { SectionTitle, Soft, WordChip } from '@/ui/text';
import { decimals } from '@/wording/decimals';
import { gradeWords, number, percent } from '@/wording/words';

/** What each letter takes: sure, within reach at which level, or out and by how much. */
export function EveryLetter({ computed, extent }: { computed: Computed; extent: Extent }) {
  const togo = useMemo(() => pointsToGo(computed.outlooks), [computed]);
  const longest = Math.max(...computed.reach.map(({ band }) => band.label.length));
  return (
    <View>
      <View style={{ paddingBottom: SPACE.s }}>
        <SectionTitle end={<WordChip tone="quiet">on all open work</WordChip>}>
          What each letter takes
        </SectionTitle>
      </View>
      <View role="table" aria-label="What each letter takes on all open work">
        {computed.reach.map((entry) => (
          <LetterRow
            key={entry.band.label}
            label={entry.band.label}
            state={entry.state}
            words={takesWords(entry, computed, togo)}
            sure={extent === 'whole' ? '✓ secured' : '✓ secured as listed'}
            shown={entry.state === 'reachable' ? shownLevel(entry) : ''}
            level={Number(entry.level ?? 0)}
            isGoal={isTarget(computed, entry)}
            column={longest > 3 ? Math.min(110, 11 * longest) : 48}
          />
        ))}
      </View>
    </View>
  );
}

/** A letter's row in plain values: where they stay, it is not drawn again. */
interface LetterRowProps {
  label: string;
  state: BandReach['state'];
  words: string;
  /** How sure what is secured is. */
  sure: string;
  /** The level for people, and as a length. */
  shown: string;
  level: number;
  isGoal: boolean;
  column: number;
}

const LetterRow = memo(function LetterRow({
  label,
  state,
  words,
  sure,
  shown,
  level,
  isGoal,
  column,
}: LetterRowProps) {
  const c = useColours();
  return (
    <View
      role="row"
      style={{
        borderTopWidth: 1,
        borderColor: c.rule,
        minHeight: 60,
        paddingVertical: SPACE.s,
        flexDirection: 'row',
        alignItems: 'center',
        gap: SPACE.m,
      }}
    >
      <Text
        variant={column > 60 ? 'titleMedium' : 'headlineMedium'}
        role="rowheader"
        style={{ width: column, color: state === 'out' ? c.onPale : c.ink }}
      >
        {label}
      </Text>
      <View role="cell" style={{ flex: 1, gap: SPACE.xs, minWidth: 0 }}>
        <Soft>{words}</Soft>
        {state === 'reachable' && <Bar percent={level} tone={isGoal ? 'ask' : 'primary'} />}
      </View>
      <View role="cell">
        <LevelWords state={state} shown={shown} sure={sure} />
      </View>
    </View>
  );
});

function LevelWords({ state, shown, sure }: Pick<LetterRowProps, 'state' | 'shown' | 'sure'>) {
  if (state === 'secured') return <WordChip tone="secured">{sure}</WordChip>;
  if (state === 'out') return <Soft>out</Soft>;
  return (
    <Text variant="titleLarge" style={{ fontFamily: TEXT_STRONG, minWidth: 78, textAlign: 'right' }}>
      {shown}%
    </Text>
  );
}

function takesWords(
  entry: BandReach,
  { outlooks, alone, letters }: Computed,
  togo: PointsToGo | undefined,
): string {
  const isOpen = outlooks.plan.pieces.some(({ settlement }) => settlement === 'unsettled');
  if (entry.state === 'secured')
    return isOpen ? 'whatever comes of what is listed' : 'nothing is open any more';
  if (entry.state === 'out' && entry.onPoints && entry.onPoints.state !== 'out')
    return requirementWordsOf(entry, outlooks)!;
  if (entry.state === 'out') {
    const best = outlooks.ceiling.worth!.value;
    if (isInCeiling(outlooks, entry.band))
      return `only with extra credit: with all of it, full marks end at ${shownPercent(best, letters, decimals())}`;
    const short = thresholdOf(fractionOfPercent(entry.band.from), letters).least.sub(best);
    return `${isOpen ? `full marks end at ${shownPercent(best, letters, decimals())}, ` : ''}${shortWords(short, letters)} short of it`;
  }
  const needed = requirementWordsOf(entry, outlooks);
  if (needed) return needed;
  return [
    togo && `${decimalText(togo.more(entry.band), 6)} more of the ${togo.open} points that are open`,
    aloneWords(entry, alone),
    gapWords(entry),
    ...neededWords(entry, outlooks),
  ]
    .filter(Boolean)
    .join('; ');
}

/** A difference in the scale's unit, in percent points where it has none. */
function shortWords(short: Rational, { outOf }: Letters): string {
  return outOf ? decimalText(short.mul(outOf), Math.max(2, decimals())) : percent(short);
}

/** What a letter takes where requirements decide, points and requirements apart. */
function requirementWordsOf(entry: BandReach, outlooks: Computed['outlooks']): string | undefined {
  const { onPoints } = entry;
  if (!onPoints || deciding(entry).length === 0) return undefined;
  const points =
    onPoints.state === 'secured'
      ? 'points: sure'
      : onPoints.state === 'out'
        ? 'points: out'
        : `points alone take ${shownLevel(onPoints)}%`;
  return [...neededWords(entry, outlooks), points].join('; ');
}

/** What a letter needs beside its points that is not sure yet. */
function neededWords({ requirements = [] }: BandReach, outlooks: Computed['outlooks']): string[] {
  return requirements
    .filter(({ state }) => state !== 'secured')
    .map(({ requirement, state }) => {
      const takes = requirementTake(requirement, outlooks);
      if (state === 'out') return `needs ${needWords(takes)}, which is out`;
      const score = takes.kind === 'percent' ? takes.score : undefined;
      return `needs ${needWords(takes)}${score ? ` (${score.points} of ${score.possible})` : ''}`;
    });
}

function aloneWords(entry: BandReach, alone: Computed['alone']): string {
  if (!alone) return 'on everything that is open';
  const { name, possible } = alone.piece;
  const own = alone.bands.find(({ band }) => band === entry.band)!;
  if (own.state === 'out') return `more than ${name} alone can bring`;
  if (own.state === 'secured') return `whatever ${name} brings, if the rest goes as usual`;
  return `${name} alone: ${number(own.level!)} of ${number(possible)}`;
}

function gapWords({ gaps }: BandReach): string {
  if (gaps.length === 0) return '';
  const ranges = gaps.map(({ from, to }) => `from ${from} to ${to}%`).join(', nor ');
  return `but not ${ranges}, where another piece is dropped instead`;
}

/** The letter or percent that the student wants: Term, Record and the words on top speak of it from then on. */
export function TargetChoice({ course }: { course: ShownCourse }) {
  const change = useChange(course);
  const { target, scale } = course.document;
  const label = target && 'label' in target ? target.label : '';
  const own = target && 'percent' in target ? target.percent : undefined;
  const ownWords = own === undefined ? '' : gradeInUnit(own, scale);
  const unit = scale.outOf === undefined ? undefined : number(scale.outOf);
  return (
    <Fold
      title="Your target"
      summary={
        label || ownWords
          ? `${label || ownWords}: spoken of wherever this course is.`
          : 'None: the next letter is.'
      }
    >
      <Choice
        label="Target"
        value={label || (ownWords ? 'own' : 'none')}
        options={[
          { value: 'none', label: 'The next letter' },
          ...scale.bands.slice(0, -1).map((band) => ({ value: band.label, label: band.label })),
          ...(ownWords ? [{ value: 'own', label: ownWords }] : []),
        ]}
        onChange={(next) => {
          if (next === 'own') return;
          change(
            [courseSetting({ target: next === 'none' ? undefined : { label: next } })],
            next === 'none' ? 'No target any more' : `Target: ${next}`,
          );
        }}
      />
      <KeptField
        label={unit ? `Or a grade of your own, of ${unit}, as target` : 'Or a percent of your own as target'}
        shown={unit ? `Or a grade, of ${unit}` : 'Or a percent'}
        value={own === undefined ? '' : inUnit(own, scale)}
        numeric
        fault={(text) =>
          text !== '' && decimalSchema().validate(text).error
            ? `A ${unit ? 'grade' : 'percent'} such as ${inUnit('87.5', scale)}.`
            : undefined
        }
        onKeep={(text) => {
          const percent = text === '' ? undefined : fromUnit(text, scale);
          change(
            [courseSetting({ target: percent === undefined ? undefined : { percent } })],
            percent === undefined ? 'No target any more' : `Target: ${gradeInUnit(percent, scale)}`,
          );
        }}
        style={{ width: 140 }}
      />
    </Fold>
  );
}

/** Of a course with grades beside its own: each of them, with what its letters take: of its periods, and of its second way. */
export const HalvesReach = memo(function HalvesReach({ course }: { course: ShownCourse }) {
  const others = otherGrades(course.document);
  return (
    <Stack gap="s">
      <SectionTitle>{othersTitle(course.document)}</SectionTitle>
      {others.map(({ id, name, of }) =>
        of ? (
          <PartReach key={id} part={of} name={name} />
        ) : (
          <Fold key={id} title={`${name}: not by itself`}>
            <Soft>A rule in it names what stands outside of it, so it cannot be asked alone.</Soft>
          </Fold>
        ),
      )}
    </Stack>
  );
});

/** A half, or another part of a course, as a course of its own. */
function PartReach({ part, name }: { part: Course; name: string }) {
  const now = useNow();
  const computed = compute(part, now);
  const extent = useExtent(part);
  const { letter, percent: shown } = gradeWords(computed.outlooks.standing, computed.letters);
  const next = computed.headline;
  return (
    <Fold
      title={`${name}: ${computed.outlooks.standing.worth ? `${letter}, ${shown}` : 'nothing yet'}`}
      summary={
        next.kind === 'takes' ? `${next.band.label} takes ${next.level}% on what is left of it.` : undefined
      }
    >
      {computed.reach.length === 0 ? (
        <Soft>Nothing is listed in it yet.</Soft>
      ) : (
        <EveryLetter computed={computed} extent={extent} />
      )}
    </Fold>
  );
}
