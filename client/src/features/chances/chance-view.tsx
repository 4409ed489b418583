import {
  CHANCE_RUNS,
  USUAL_ASSUMPTIONS,
  type Chance,
  type ChanceAssumptions,
  type Course,
} from '@fidens/core';
import { memo, useState } from 'react';
import { View } from 'react-native';
import { Button, Text } from 'react-native-paper';
import Svg, { G, Line, Rect } from 'react-native-svg';
import { useNow } from '@/data/now';
import { SPACE } from '@/theme/layout';
import { TEXT_MEDIUM, useColours } from '@/theme/paper-theme';
import { AxisText } from '@/ui/axis-text';
import { Bar } from '@/ui/bar';
import { Row, Stack } from '@/ui/box';
import { Choice } from '@/ui/fields/choice';
import { Fold } from '@/ui/fold';
import { SectionTitle, Soft } from '@/ui/text';
import { useWidth } from '@/ui/hooks/use-width';
import { useChance } from './chance-question';

const SPREADS = [
  { value: '0.7', label: 'Steadier' },
  { value: '1', label: 'As so far' },
  { value: '1.4', label: 'Wilder' },
] as const;

const EFFORTS = [
  { value: '-5', label: '5 less' },
  { value: '0', label: 'As so far' },
  { value: '3', label: '3 more' },
  { value: '6', label: '6 more' },
] as const;

interface ChanceViewProps {
  /** The course, perhaps with scores that are only tried. */
  course: Course;
  /** The course as it is recorded. */
  record: Course;
}

/** How the term may end, by simulation, off the page's own thread; asked for when it is unfolded. */
export const ChanceView = memo(function ChanceView({ course, record }: ChanceViewProps) {
  return (
    <Stack gap="s">
      <SectionTitle>Chance</SectionTitle>
      <Fold
        title="How the term may end"
        summary="A simulation from your own scores; a guess, unlike all else here."
      >
        <Simulated course={course} record={record} />
      </Fold>
    </Stack>
  );
});

function Simulated({ course, record }: ChanceViewProps) {
  const now = useNow();
  const [assumptions, setAssumptions] = useState<ChanceAssumptions>(USUAL_ASSUMPTIONS);
  const { chance, isCurrent, hasFailed, retry } = useChance(course, record, now, assumptions);
  return (
    <Stack gap="m">
      {hasFailed && (
        <Row role="alert" gap="s" wrap align="center">
          <Soft>The simulation has failed.</Soft>
          <Button compact mode="outlined" onPress={retry}>
            Try again
          </Button>
        </Row>
      )}
      {!chance && !hasFailed && <Soft>Simulating …</Soft>}
      {chance && 'why' in chance && <Soft>{chance.why}</Soft>}
      {chance && !('why' in chance) && (
        <View aria-busy={!isCurrent} style={{ gap: SPACE.m, opacity: isCurrent ? 1 : 0.55 }}>
          <Text variant="bodyLarge" aria-live="polite">
            Half of the ends lie above {oneDecimal(chance.middle)}, eight of ten between{' '}
            {oneDecimal(chance.low)} and {oneDecimal(chance.high)}.
          </Text>
          <Histogram chance={chance} course={course} />
          <Bands chance={chance} />
        </View>
      )}
      <Soft>Scores to come scatter:</Soft>
      <Choice
        label="How far scores scatter"
        value={String(assumptions.spread) as (typeof SPREADS)[number]['value']}
        options={SPREADS}
        onChange={(spread) => setAssumptions({ ...assumptions, spread: Number(spread) })}
      />
      <Soft>Effort, in percent points on each open piece:</Soft>
      <Choice
        label="What effort brings"
        value={String(assumptions.effort) as (typeof EFFORTS)[number]['value']}
        options={EFFORTS}
        onChange={(effort) => setAssumptions({ ...assumptions, effort: Number(effort) })}
      />
      <Soft>
        It draws each open piece {CHANCE_RUNS.toLocaleString('en')} times around your own scores in its
        category, leaning on the whole course where there are few; a good or a bad time moves all of them a
        little together. Missing and excused work says nothing about how well you do, so it is left aside;
        extra credit that is open brings nothing; nothing passes full marks. The same record always gives the
        same chances.
      </Soft>
    </Stack>
  );
}

function oneDecimal(value: number): string {
  return value.toFixed(1).replace(/\.0$/, '');
}

/** A probability for people: never 0% or 100% where it is neither. */
export function chanceText(probability: number): string {
  if (probability === 0) return 'none';
  if (probability === 1) return 'certain';
  if (probability < 0.01) return 'under 1%';
  if (probability > 0.99) return 'over 99%';
  return `${Math.round(probability * 100)}%`;
}

function Bands({ chance: { bands } }: { chance: Chance }) {
  const shown = bands.filter(({ probability }) => probability > 0);
  return (
    <View role="table" aria-label="The chance of each letter">
      {shown.map(({ label, probability }) => (
        <View
          key={label}
          role="row"
          style={{ flexDirection: 'row', alignItems: 'center', gap: SPACE.m, paddingVertical: 5 }}
        >
          <Text role="rowheader" variant="titleMedium" style={{ minWidth: 44 }}>
            {label}
          </Text>
          <View style={{ flex: 1 }}>
            <Bar percent={Math.max(1, probability * 100)} tone="segment" />
          </View>
          <Text
            role="cell"
            variant="bodyMedium"
            style={{ minWidth: 68, textAlign: 'right', fontFamily: TEXT_MEDIUM }}
          >
            {chanceText(probability)}
          </Text>
        </View>
      ))}
    </View>
  );
}

const HEIGHT = 130;
const FOOT = 22;
const HEAD = 20;

/** In how many of the runs the course ended in each whole percent, under the cut-offs. */
function Histogram({
  chance: { histogram, low, high, middle, runs },
  course,
}: {
  chance: Chance;
  course: Course;
}) {
  const c = useColours();
  const [width, onLayout] = useWidth();
  const { start, counts } = histogram;
  const most = Math.max(...counts);
  const from = start - 1;
  const to = start + counts.length + 1;
  const x = (percent: number) => ((percent - from) / (to - from)) * width;
  const floor = HEIGHT - FOOT;
  const cuts = course.scale.bands.filter((band) => Number(band.from) > from && Number(band.from) < to);
  return (
    <View
      role="img"
      aria-label={`${runs} simulated ends from ${start} to ${start + counts.length} percent, most near ${oneDecimal(middle)}; the table below has the chance of each letter.`}
      onLayout={onLayout}
      style={{ height: HEIGHT }}
    >
      {width > 0 && (
        <Svg width={width} height={HEIGHT} aria-hidden>
          {counts.map((count, index) => {
            const percent = start + index;
            const inside = percent + 1 > low && percent < high;
            const height = (count / most) * (floor - HEAD);
            return (
              <Rect
                key={percent}
                x={x(percent) + 0.5}
                y={floor - height}
                width={Math.max(1, x(percent + 1) - x(percent) - 1)}
                height={height}
                fill={inside ? c.primary : c.segment}
              />
            );
          })}
          <Line x1={0} x2={width} y1={floor} y2={floor} stroke={c.rule} strokeWidth={1.5} />
          {cuts.map(({ label, from: cut }) => (
            <G key={label}>
              <Line
                x1={x(Number(cut))}
                x2={x(Number(cut))}
                y1={HEAD - 4}
                y2={floor}
                stroke={c.ask}
                strokeDasharray="3 3"
              />
              <AxisText x={x(Number(cut)) + 3} y={HEAD - 6} strong>
                {label}
              </AxisText>
            </G>
          ))}
          {[low, middle, high].map((value, index) => (
            <AxisText
              key={index}
              x={x(value)}
              y={HEIGHT - 6}
              anchor={index === 0 ? 'end' : index === 2 ? 'start' : 'middle'}
            >
              {oneDecimal(value)}
            </AxisText>
          ))}
        </Svg>
      )}
    </View>
  );
}
