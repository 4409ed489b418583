import {
  decimalText,
  HUNDRED,
  largestMove,
  overTime,
  standingAt,
  type Course,
  type Rational,
  type StandingThen,
} from '@fidens/core';
import { useMemo } from 'react';
import { View } from 'react-native';
import { Text } from 'react-native-paper';
import Svg, { Circle, G, Line, Path } from 'react-native-svg';
import { useNow } from '@/data/now';
import type { CoursePageProps } from '@/model/course-page';
import { useFigures, type SeenFigure } from '@/model/seen-figures';
import { SPACE } from '@/theme/layout';
import { useColours } from '@/theme/paper-theme';
import { AxisText } from '@/ui/axis-text';
import { Stack } from '@/ui/box';
import { Fold } from '@/ui/fold';
import { SectionTitle, Soft } from '@/ui/text';
import { useWidth } from '@/ui/hooks/use-width';
import { decimals } from '@/wording/decimals';
import { dayWords, percent } from '@/wording/words';

/** The standing after each settled piece, drawn and as a table, what moved it most, and what the school showed in between. */
export function OverTime({ course }: CoursePageProps) {
  return (
    <Stack gap="s">
      <SectionTitle>Over time</SectionTitle>
      <Fold title="The standing after each piece" summary="Drawn, and what moved it most.">
        <Drawn course={course} />
      </Fold>
    </Stack>
  );
}

function Drawn({ course: stored }: CoursePageProps) {
  const now = useNow();
  const { document: course } = stored;
  const points = useMemo(() => overTime(course, now), [course, now]);
  const figures = useFigures(stored);
  const drawn = points.filter(({ value }) => value !== undefined);
  if (drawn.length < 2) return <Soft>It is drawn once two pieces count.</Soft>;
  return (
    <Stack gap="m">
      <Soft>{moveWords(points)}</Soft>
      <Curve course={course} points={drawn} figures={figures} />
      <Table points={points} figures={figures} />
    </Stack>
  );
}

/** "Dune profile moved it most: down 4.2, from 92 to 87.8." */
export function moveWords(points: readonly StandingThen[]): string {
  const move = largestMove(points);
  if (!move) return 'Nothing has moved it yet.';
  const { piece, value, change } = move;
  const way = change!.s < 0n ? 'down' : 'up';
  return `${piece.name} moved it most: ${way} ${hundredths(change!.abs())}, from ${hundredths(value!.sub(change!))} to ${hundredths(value!)}.`;
}

/** Two decimals, so that differences can be followed. */
function hundredths(value: Rational): string {
  return decimalText(value.mul(HUNDRED), decimals(), true);
}

function changeText(change: Rational | undefined): string {
  if (!change) return '';
  return change.n === 0n ? 'same' : `${change.s < 0n ? '−' : '+'}${hundredths(change.abs())}`;
}

const HEIGHT = 180;
const EDGE = 12;
const LABELS = 40;

interface CurveProps {
  course: Course;
  points: readonly StandingThen[];
  figures: readonly SeenFigure[];
}

function Curve({ course, points, figures }: CurveProps) {
  const c = useColours();
  const [width, onLayout] = useWidth();
  const values = points.map(({ value }) => value!.mul(HUNDRED).valueOf());
  const shown = figures.flatMap(({ percent: value, seen }) => (value === undefined ? [] : [{ value, seen }]));
  const heights = [...values, ...shown.map(({ value }) => value)];
  const low = Math.max(0, Math.floor((Math.min(...heights) - 5) / 10) * 10);
  const high = Math.ceil((Math.max(...heights) + 2) / 10) * 10;
  /** Between the pieces that were due before and after it was seen. */
  const placeOf = (seen: string) => {
    const before = points.filter(({ at }) => at !== undefined && Date.parse(at) <= Date.parse(seen)).length;
    return Math.min(Math.max(before - 0.5, 0), values.length - 1);
  };
  const x = (index: number) => EDGE + (index / (values.length - 1)) * (width - LABELS - 2 * EDGE);
  const y = (value: number) => EDGE + ((high - value) / (high - low)) * (HEIGHT - 2 * EDGE);
  const bands = course.scale.bands.filter(({ from }) => Number(from) > low && Number(from) < high);
  const line = values.map((value, index) => `${index === 0 ? 'M' : 'L'}${x(index)} ${y(value)}`).join('');
  return (
    <View
      role="img"
      aria-label={`The standing went from ${percent(points[0]!.value!)} to ${percent(points.at(-1)!.value!)} over ${points.length} pieces; the table below has each.`}
      onLayout={onLayout}
      style={{ minHeight: HEIGHT }}
    >
      {width > 0 && (
        <Svg width={width} height={HEIGHT} aria-hidden>
          {bands.map(({ label, from }) => (
            <G key={label}>
              <Line
                x1={EDGE}
                x2={width - LABELS}
                y1={y(Number(from))}
                y2={y(Number(from))}
                stroke={c.rule}
                strokeDasharray="2 4"
              />
              <AxisText x={width - LABELS + 6} y={y(Number(from)) + 4}>
                {label}
              </AxisText>
            </G>
          ))}
          <Path d={line} fill="none" stroke={c.primary} strokeWidth={2} strokeLinejoin="round" />
          {shown.map(({ value, seen }) => (
            <Path
              key={seen}
              d={diamond(x(placeOf(seen)), y(value))}
              fill={c.askSoft}
              stroke={c.ask}
              strokeWidth={1.5}
            />
          ))}
          {values.map((value, index) => (
            <Circle
              key={points[index]!.piece.id}
              cx={x(index)}
              cy={y(value)}
              r={index === values.length - 1 ? 5 : 3}
              fill={index === values.length - 1 ? c.primary : c.card}
              stroke={c.primary}
              strokeWidth={1.5}
            />
          ))}
        </Svg>
      )}
    </View>
  );
}

/** The mark of what the school showed. */
function diamond(x: number, y: number): string {
  return `M${x} ${y - 6}L${x + 6} ${y}L${x} ${y + 6}L${x - 6} ${y}Z`;
}

/** A line of the table: a piece, or what the school showed on a day. */
interface TableLine {
  readonly key: string;
  readonly day: string | undefined;
  readonly name: string;
  readonly value: string;
  readonly change: string;
}

/** Pieces and figures in the order of their days; what has none comes last. */
function linesOf(points: readonly StandingThen[], figures: readonly SeenFigure[]): TableLine[] {
  const ofPieces = points.map(({ piece, at, value, change }): TableLine => ({
    key: piece.id,
    day: at,
    name: piece.name,
    value: value ? hundredths(value) : '–',
    change: changeText(change),
  }));
  const ofFigures = figures.map(({ text, seen }): TableLine => {
    const standing = standingAt(points, seen);
    return {
      key: `school ${seen}`,
      day: seen,
      name: `The school showed ${text}${standing ? ', beside' : ''}`,
      value: standing ? hundredths(standing) : '–',
      change: '',
    };
  });
  const when = ({ day }: TableLine) => (day === undefined ? Infinity : Date.parse(day));
  return [...ofPieces, ...ofFigures].sort((a, b) => when(a) - when(b) || 0);
}

function Table({ points, figures }: Omit<CurveProps, 'course'>) {
  const c = useColours();
  const cell = { color: c.ink } as const;
  return (
    <View role="table" aria-label="The standing after each piece">
      {linesOf(points, figures).map(({ key, day, name, value, change }) => (
        <View
          key={key}
          role="row"
          style={{
            flexDirection: 'row',
            gap: SPACE.s,
            paddingVertical: SPACE.xs,
            borderTopWidth: 1,
            borderColor: c.rule,
          }}
        >
          <View role="cell" style={{ width: 56 }}>
            <Soft>{day === undefined ? '–' : dayWords(day)}</Soft>
          </View>
          <View role="cell" style={{ flex: 1, minWidth: 0 }}>
            <Text variant="bodyMedium" style={cell}>
              {name}
            </Text>
          </View>
          <View role="cell" style={{ width: 60, alignItems: 'flex-end' }}>
            <Text variant="bodyMedium" style={cell}>
              {value}
            </Text>
          </View>
          <View role="cell" style={{ width: 60, alignItems: 'flex-end' }}>
            <Soft>{change}</Soft>
          </View>
        </View>
      ))}
    </View>
  );
}
