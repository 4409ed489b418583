import { HUNDRED, type Letters, type Outlooks } from '@fidens/core';
import Svg, { G, Line, Path, Text as SvgText } from 'react-native-svg';
import { TEXT_MEDIUM, TEXT_STRONG, useColours } from '@/theme/paper-theme';

/** What stands above a large ribbon, in percent. */
export interface Marks {
  readonly cuts: readonly { readonly label: string; readonly at: number }[];
  readonly floor: number;
  readonly ceiling: number;
  /** The cut-off that the course's words speak of. */
  readonly goal: string | undefined;
}

export const MARKS_HEIGHT = 34;
const LABEL = 14;
const LINE = 26;

/** The marks of a course; nothing where it has no value even at the ceiling. */
export function marksOf({ floor, ceiling }: Outlooks, { bands }: Letters, goal?: string): Marks | undefined {
  if (!floor.worth || !ceiling.worth) return undefined;
  return {
    cuts: bands
      .slice(0, -1)
      .map(({ band, from }) => ({ label: band.label, at: from.mul(HUNDRED).valueOf() })),
    floor: floor.worth.value.mul(HUNDRED).valueOf(),
    ceiling: ceiling.worth.value.mul(HUNDRED).valueOf(),
    goal,
  };
}

/** Cut-offs as small flags over the line from floor to ceiling: left of it is safe, right of it is gone. */
export function RibbonMarks({ marks, width, total }: { marks: Marks; width: number; total: number }) {
  const c = useColours();
  const { cuts, floor, ceiling, goal } = marks;
  const x = (percent: number) => Math.min(width - 1, Math.max(1, (percent / Math.max(total, 100)) * width));
  const labelled = legible(cuts, goal, x, width);
  return (
    <Svg width={width} height={MARKS_HEIGHT} aria-hidden>
      <Line x1={0} x2={width} y1={LINE} y2={LINE} stroke={c.rule} />
      <Line x1={x(floor)} x2={x(ceiling)} y1={LINE} y2={LINE} stroke={c.segment} strokeWidth={4} />
      <Path d={`M${x(floor)} ${LINE - 6}v12`} stroke={c.ink} strokeWidth={2} />
      <Path d={`M${x(ceiling)} ${LINE - 6}v12`} stroke={c.ink} strokeWidth={2} />
      {cuts.map(({ label, at }) => {
        const isGoal = label === goal;
        const state = at <= floor ? c.secured : at > ceiling ? c.hatch : c.segment;
        return (
          <G key={label}>
            <Line
              x1={x(at)}
              x2={x(at)}
              y1={LABEL + 2}
              y2={LINE}
              stroke={isGoal ? c.ask : state}
              strokeWidth={isGoal ? 2.5 : 1}
            />
            {labelled.has(label) && (
              <SvgText
                x={x(at)}
                y={LABEL - 2}
                fill={isGoal ? c.ink : c.soft}
                fontSize={11.5}
                fontFamily={isGoal ? TEXT_STRONG : TEXT_MEDIUM}
                textAnchor={x(at) > width - 12 ? 'end' : 'middle'}
              >
                {at <= floor ? `✓${label}` : label}
              </SvgText>
            )}
          </G>
        );
      })}
    </Svg>
  );
}

/** The cut-offs whose labels stand clear of one another, the one that is spoken of first. */
function legible(
  cuts: Marks['cuts'],
  goal: string | undefined,
  x: (percent: number) => number,
  width: number,
): Set<string> {
  const taken: [number, number][] = [];
  const inOrder = [...cuts].sort((a, b) => Number(b.label === goal) - Number(a.label === goal));
  const shown = inOrder.filter(({ label, at }) => {
    const half = 5 + label.length * 3.8;
    const middle = Math.min(x(at), width - half);
    if (taken.some(([from, to]) => middle + half > from && middle - half < to)) return false;
    taken.push([middle - half, middle + half]);
    return true;
  });
  return new Set(shown.map(({ label }) => label));
}
