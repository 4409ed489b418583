import { HUNDRED, inUnit, shownPercent, type BandReach, type Rational } from '@fidens/core';
import { memo } from 'react';
import { View } from 'react-native';
import Svg, { Circle, G, Line, Path, Rect, Text as SvgText } from 'react-native-svg';
import { isTarget, type Computed } from '@/model/computed';
import { TEXT_STRONG, useColours } from '@/theme/paper-theme';
import { AxisText } from '@/ui/axis-text';
import { useWidth } from '@/ui/hooks/use-width';
import { decimals } from '@/wording/decimals';

const FLAG = 18;
const ROW = 23;
const AXIS = 34;

interface Flag {
  reach: BandReach;
  x: number;
  width: number;
  row: number;
}

/** The cut-offs as flags over an axis in the scale's unit, with floor and ceiling as a bar and the standing as a dot. */
export function Ruler({ computed }: { computed: Computed }) {
  const colours = useColours();
  const [width, onLayout] = useWidth();
  const { standing, floor, ceiling } = computed.outlooks;
  const low = percentOf(floor.worth?.value, 0);
  const high = percentOf(ceiling.worth?.value, 100);
  const start = Math.min(60, Math.floor(Math.max(0, low - 2) / 10) * 10);
  const end = Math.max(100, Math.ceil(high));
  const at = (value: number) => placeOf(value, start, end, width);
  const flags = hoist(
    computed.reach
      .filter(({ band }) => Number(band.from) >= start && Number(band.from) > 0)
      .map((reach) => ({ reach, x: at(Number(reach.band.from)), width: 13 + 8 * reach.band.label.length })),
  );
  const top = Math.max(1, ...flags.map(({ row }) => row + 1)) * ROW + 6;
  return (
    <View role="img" aria-label={rulerWords(computed)} onLayout={onLayout} style={{ minHeight: top + AXIS }}>
      {width > 0 && (
        <Svg width={width} height={top + AXIS} aria-hidden>
          <Axis
            start={start}
            end={end}
            top={top}
            width={width}
            outOf={computed.letters.outOf?.valueOf() ?? 100}
          />
          <Rect
            x={at(low)}
            y={top - 4}
            width={Math.max(0, at(high) - at(low))}
            height={8}
            rx={4}
            fill={colours.segment}
          />
          {flags.map(({ reach, x, row }) => (
            <Pole key={reach.band.label} x={x} row={row} top={top} target={isTarget(computed, reach)} />
          ))}
          {flags.map(({ reach, x, row, width: own }) => (
            <FlagMark
              key={reach.band.label}
              label={reach.band.label}
              state={reach.state}
              x={x}
              width={own}
              row={row}
              top={top}
              target={isTarget(computed, reach)}
            />
          ))}
          {standing.worth && (
            <Circle
              cx={at(percentOf(standing.worth.value, 0))}
              cy={top}
              r={7}
              fill={colours.primary}
              stroke={colours.paper}
              strokeWidth={2.5}
            />
          )}
        </Svg>
      )}
    </View>
  );
}

function placeOf(value: number, start: number, end: number, width: number): number {
  return 8 + ((value - start) / (end - start)) * (width - 16);
}

interface AxisProps {
  /** Both ends, in percent. */
  start: number;
  end: number;
  top: number;
  width: number;
  /** What 100 percent is written as. */
  outOf: number;
}

/** Round numbers along an axis from one to another, at most eight. */
function ticksBetween(start: number, end: number): number[] {
  const least = (end - start) / 7;
  const power = 10 ** Math.floor(Math.log10(least));
  const step = power * ([1, 2, 5].find((part) => part * power >= least) ?? 10);
  const first = Math.ceil(start / step - 1e-9);
  const count = Math.floor(end / step + 1e-9) - first + 1;
  return Array.from({ length: count }, (_, index) => Number(((first + index) * step).toPrecision(6)));
}

const Axis = memo(function Axis({ start, end, top, width, outOf }: AxisProps) {
  const c = useColours();
  const at = (value: number) => placeOf(value, start, end, width);
  const ticks = ticksBetween((start * outOf) / 100, (end * outOf) / 100).map((written) => ({
    written,
    tick: (written * 100) / outOf,
  }));
  return (
    <G>
      <Line x1={at(start)} x2={at(end)} y1={top} y2={top} stroke={c.rule} strokeWidth={2} />
      {ticks.map(({ tick, written }) => (
        <G key={written}>
          <Line x1={at(tick)} x2={at(tick)} y1={top} y2={top + 8} stroke={c.rule} strokeWidth={1.5} />
          <AxisText
            x={at(tick)}
            y={top + 26}
            anchor={tick === start ? 'start' : tick === end ? 'end' : 'middle'}
          >
            {String(written)}
          </AxisText>
        </G>
      ))}
    </G>
  );
});

interface PoleProps {
  x: number;
  row: number;
  top: number;
  target: boolean;
}

/** The poles stand behind all flags: one that rises past a lower flag passes behind it. */
const Pole = memo(function Pole({ x, row, top, target }: PoleProps) {
  const { ask, segment } = useColours();
  const [colour, width] = target ? [ask, 2.5] : [segment, 1];
  return <Line x1={x} x2={x} y1={flagTop(row, top)} y2={top} stroke={colour} strokeWidth={width} />;
});

function flagTop(row: number, top: number): number {
  return top - (row + 1) * ROW - 2;
}

interface FlagMarkProps extends PoleProps {
  label: string;
  state: BandReach['state'];
  width: number;
}

const FlagMark = memo(function FlagMark({ label, state, x, width, row, top, target }: FlagMarkProps) {
  const colours = useColours();
  const y = flagTop(row, top);
  const [fill, text] = flagColours(state, target, colours);
  return (
    <G>
      <Path
        d={`M${x} ${y}h${width}l-4 ${FLAG / 2}l4 ${FLAG / 2}h${-width}z`}
        fill={fill}
        stroke={colours.paper}
      />
      <SvgText x={x + 5} y={y + 13.5} fill={text} fontSize={12.5} fontFamily={TEXT_STRONG}>
        {label}
      </SvgText>
    </G>
  );
});

function flagColours(
  state: BandReach['state'],
  target: boolean,
  c: ReturnType<typeof useColours>,
): [string, string] {
  if (target) return [c.ask, c.onAsk];
  if (state === 'secured') return [c.secured, c.onSecured];
  return state === 'out' ? [c.pale, c.onPale] : [c.primarySoft, c.onPrimarySoft];
}

/** Puts each flag on the lowest row where it covers no other. */
function hoist(flags: readonly Omit<Flag, 'row'>[]): Flag[] {
  const ends: number[] = [];
  return [...flags]
    .sort((a, b) => a.x - b.x)
    .map((flag) => {
      const free = ends.findIndex((end) => end <= flag.x);
      const row = free < 0 ? ends.length : free;
      ends[row] = flag.x + flag.width + 2;
      return { ...flag, row };
    });
}

function percentOf(value: Rational | undefined, otherwise: number): number {
  return value ? value.mul(HUNDRED).valueOf() : otherwise;
}

function rulerWords({ outlooks: { standing, floor, ceiling }, reach, letters, course }: Computed): string {
  const words = (value: Rational | undefined) =>
    value ? shownPercent(value, letters, decimals()) : 'nothing yet';
  const bands = reach
    .map(({ band, state }) => `${band.label} from ${inUnit(band.from, course.scale)} ${state}`)
    .join(', ');
  return `Standing ${words(standing.worth?.value)}, can end from ${words(floor.worth?.value)} to ${words(ceiling.worth?.value)}. ${bands}.`;
}
