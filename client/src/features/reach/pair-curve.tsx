import type { Assessment, BandReach, PairPoint } from '@fidens/core';
import { View } from 'react-native';
import Svg, { Circle, G, Line, Path } from 'react-native-svg';
import { useColours } from '@/theme/paper-theme';
import { AxisText } from '@/ui/axis-text';
import { useWidth } from '@/ui/hooks/use-width';
import { number, shortened } from '@/wording/words';

interface PairCurveProps {
  points: readonly PairPoint[];
  first: Assessment;
  second: Assessment;
  /** Which point the handle stands on. */
  place: number;
  onPlace: (place: number) => void;
}

const HEIGHT = 200;
const LEFT = 34;
const RIGHT = 14;
const TOP = 14;
const BOTTOM = 30;

/** What the second piece takes as the first brings more, with a handle to drag along, by finger, pointer or arrow keys. */
export function PairCurve({ points, first, second, place, onPlace }: PairCurveProps) {
  const c = useColours();
  const [width, onLayout] = useWidth();
  const last = points.length - 1;
  const most = Number(second.possible);
  const inner = width - LEFT - RIGHT;
  const low = lowestOf(points, most);
  const x = (index: number) => LEFT + (index / last) * inner;
  const y = (score: number) => TOP + (1 - (score - low) / (most - low)) * (HEIGHT - TOP - BOTTOM);
  const scoreAt = (index: number) => {
    const { state, level } = points[index]!.second;
    return state === 'out' ? undefined : state === 'secured' ? 0 : Number(level);
  };
  const line = points.reduce((path, _, index) => {
    const score = scoreAt(index);
    if (score === undefined) return path;
    return `${path}${path === '' ? 'M' : 'L'}${x(index)} ${y(score)}`;
  }, '');
  const firstIn = points.findIndex(({ second: takes }) => takes.state !== 'out');
  const here = scoreAt(place);
  const move = (at: number) => onPlace(Math.max(0, Math.min(last, Math.round(((at - LEFT) / inner) * last))));
  return (
    <View onLayout={onLayout} style={{ height: HEIGHT }}>
      <div
        role="slider"
        tabIndex={0}
        aria-label={`Score of ${first.name} to try`}
        aria-valuemin={0}
        aria-valuemax={last}
        aria-valuenow={place}
        aria-valuetext={`${number(points[place]!.first)} of ${number(first.possible)}: ${second.name} takes ${takesText(points[place]!.second, second)}`}
        onPointerDown={({ currentTarget, pointerId, nativeEvent }) => {
          currentTarget.setPointerCapture(pointerId);
          move(nativeEvent.offsetX);
        }}
        onPointerMove={({ buttons, nativeEvent }) => {
          if (buttons > 0) move(nativeEvent.offsetX);
        }}
        onKeyDown={(event) => {
          const step = { ArrowRight: 1, ArrowUp: 1, ArrowLeft: -1, ArrowDown: -1 }[event.key];
          const end = { Home: 0, End: last }[event.key];
          if (step === undefined && end === undefined) return;
          event.preventDefault();
          onPlace(end ?? Math.max(0, Math.min(last, place + step!)));
        }}
        // A finger that moves along drags; one that moves up or down scrolls.
        style={{ height: HEIGHT, touchAction: 'pan-y', cursor: 'ew-resize' }}
      >
        {width > 0 && (
          <Svg width={width} height={HEIGHT} aria-hidden style={{ pointerEvents: 'none' }}>
            {[low, most].map((score) => (
              <G key={score}>
                <Line x1={LEFT} x2={width - RIGHT} y1={y(score)} y2={y(score)} stroke={c.rule} />
                <AxisText x={LEFT - 6} y={y(score) + 4} anchor="end">
                  {number(String(score))}
                </AxisText>
              </G>
            ))}
            {[0, last].map((index) => (
              <AxisText key={index} x={x(index)} y={HEIGHT - 10} anchor={index === 0 ? 'start' : 'end'}>
                {number(points[index]!.first)}
              </AxisText>
            ))}
            <AxisText x={LEFT + inner / 2} y={HEIGHT - 10} anchor="middle">
              {shortened(first.name, 24)}
            </AxisText>
            <AxisText x={width - RIGHT} y={TOP + 14} anchor="end">
              {shortened(second.name, 24)}
            </AxisText>
            {firstIn > 0 && (
              <Line
                x1={x(0)}
                x2={x(firstIn)}
                y1={TOP - 4}
                y2={TOP - 4}
                stroke={c.hatch}
                strokeWidth={3}
                strokeDasharray="2 5"
              />
            )}
            <Path d={line} fill="none" stroke={c.primary} strokeWidth={2.5} strokeLinejoin="round" />
            <Line
              x1={x(place)}
              x2={x(place)}
              y1={TOP}
              y2={HEIGHT - BOTTOM}
              stroke={c.ask}
              strokeWidth={1.5}
            />
            <Circle
              cx={x(place)}
              cy={here === undefined ? TOP - 4 : y(here)}
              r={8}
              fill={here === undefined ? c.paper : c.ask}
              stroke={c.ask}
              strokeWidth={2.5}
            />
          </Svg>
        )}
      </div>
    </View>
  );
}

/** Where the axis of the second piece begins: at 0, or nearer where nothing below is of interest. */
function lowestOf(points: readonly PairPoint[], most: number): number {
  const levels = points.map(({ second: { state, level } }) =>
    state === 'out' ? most : state === 'secured' ? 0 : Number(level),
  );
  const least = Math.min(...levels);
  return least > most / 2 ? Math.floor((least - most / 10) / 5) * 5 : 0;
}

/** What a piece must bring: "72 of 80", or that nothing is needed, or enough. */
export function takesText({ state, level }: BandReach, { possible }: Assessment): string {
  if (state === 'out') return `more than ${number(possible)}`;
  return state === 'secured' ? 'nothing' : `${number(level!)} of ${number(possible)}`;
}
