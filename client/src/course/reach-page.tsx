import { headlinePhrases, shownLevel, type BandReach } from '@fidens/core';
import { View } from 'react-native';
import { Text } from 'react-native-paper';
import { useNow } from '../data/session';
import { Ruler } from '../parts/ruler';
import { Empty } from '../parts/states';
import { Phrases, SectionTitle, Soft, WordChip } from '../parts/words';
import { SPACE } from '../theme/layout';
import { TEXT_STRONG, useColours } from '../theme/paper-theme';
import { compute, type Computed } from './computed';
import type { CoursePageProps } from './scores-page';
import { gradeWords, number, percent } from './words';

/** What the grade can still become, and what each letter takes. */
export function ReachPage({ course, beside }: CoursePageProps) {
  const now = useNow();
  const computed = compute(course.document, now);
  if (computed.reach.length === 0) {
    return (
      <Empty title="Nothing to reach yet">
        List the pieces that make the grade, or say how many the syllabus promises: then every letter says
        what it takes.
      </Empty>
    );
  }
  return (
    <View style={{ gap: SPACE.xl }}>
      <Phrases phrases={headlinePhrases(computed.headline)} />
      <Ruler computed={computed} />
      <EveryLetter computed={computed} />
      {!beside && <FourOutlooks computed={computed} />}
    </View>
  );
}

function EveryLetter({ computed }: { computed: Computed }) {
  const c = useColours();
  const longest = Math.max(...computed.reach.map(({ band }) => band.label.length));
  const column = longest > 3 ? Math.min(110, 10 * longest) : 48;
  return (
    <View>
      <View style={{ paddingBottom: SPACE.s }}>
        <SectionTitle end={<WordChip tone="quiet">on all open work</WordChip>}>
          What each letter takes
        </SectionTitle>
      </View>
      {computed.reach.map((entry) => (
        <View
          key={entry.band.label}
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
            style={{ width: column, color: entry.state === 'out' ? c.onPale : c.ink }}
          >
            {entry.band.label}
          </Text>
          <View style={{ flex: 1, gap: SPACE.xs, minWidth: 0 }}>
            <Soft>{takesWords(entry, computed)}</Soft>
            {entry.state === 'reachable' && (
              <LevelBar level={Number(entry.level)} target={isTarget(computed, entry)} />
            )}
          </View>
          <LevelWords entry={entry} />
        </View>
      ))}
    </View>
  );
}

function LevelWords({ entry }: { entry: BandReach }) {
  const c = useColours();
  if (entry.state === 'secured') return <WordChip tone="secured">✓ secured</WordChip>;
  if (entry.state === 'out') return <Soft>out</Soft>;
  return (
    <Text
      variant="titleLarge"
      style={{ color: c.ink, fontFamily: TEXT_STRONG, minWidth: 78, textAlign: 'right' }}
    >
      {shownLevel(entry)}%
    </Text>
  );
}

function LevelBar({ level, target }: { level: number; target: boolean }) {
  const c = useColours();
  return (
    <View style={{ height: 7, borderRadius: 4, backgroundColor: c.pale }}>
      <View
        style={{
          height: 7,
          borderRadius: 4,
          width: `${level}%`,
          backgroundColor: target ? c.ask : c.primary,
        }}
      />
    </View>
  );
}

function isTarget({ headline }: Computed, { band }: BandReach): boolean {
  return headline.kind === 'takes' && headline.band === band;
}

function takesWords(entry: BandReach, { outlooks, alone }: Computed): string {
  if (entry.state === 'secured') return 'whatever happens';
  if (entry.state === 'out') {
    const best = outlooks.ceiling.worth!.value;
    return `out of reach: full marks end at ${percent(best)}, it starts at ${number(entry.band.from)}`;
  }
  const gaps = entry.holds
    ? ''
    : `, but not from ${entry.gaps.map(({ from, to }) => `${from} to ${to}%`).join(', nor ')}`;
  if (!alone) return `on everything that is open${gaps}`;
  const own = alone.bands.find(({ band }) => band === entry.band)!;
  if (own.state === 'out') return `more than ${alone.piece.name} alone can bring${gaps}`;
  if (own.state === 'secured') return `whatever ${alone.piece.name} brings, if the rest goes as usual${gaps}`;
  return `${alone.piece.name} alone: ${number(own.level!)} of ${number(alone.piece.possible)}${gaps}`;
}

const OUTLOOK_WORDS = {
  standing: 'only what is settled counts',
  floor: 'all that is open gets nothing',
  ceiling: 'all that is open gets full marks',
  forecast: 'all that is open goes as it has gone',
} as const;

function FourOutlooks({ computed }: { computed: Computed }) {
  const c = useColours();
  return (
    <View>
      <SectionTitle>Four outlooks</SectionTitle>
      {(Object.keys(OUTLOOK_WORDS) as (keyof typeof OUTLOOK_WORDS)[]).map((name) => {
        const grade = gradeWords(computed.outlooks[name], computed.letters);
        return (
          <View
            key={name}
            style={{
              flexDirection: 'row',
              alignItems: 'baseline',
              gap: SPACE.m,
              borderTopWidth: 1,
              borderColor: c.rule,
              paddingVertical: SPACE.m,
            }}
          >
            <View style={{ flex: 1 }}>
              <Text variant="titleSmall" style={{ color: c.ink }}>
                {name.charAt(0).toUpperCase() + name.slice(1)}
              </Text>
              <Text variant="bodySmall" style={{ color: c.soft }}>
                {OUTLOOK_WORDS[name]}
              </Text>
            </View>
            <Text variant="titleMedium" style={{ color: c.ink, fontFamily: TEXT_STRONG }}>
              {grade.percent}
            </Text>
            <Text variant="headlineSmall" style={{ color: c.ink, minWidth: 40, textAlign: 'right' }}>
              {grade.letter}
            </Text>
          </View>
        );
      })}
    </View>
  );
}
