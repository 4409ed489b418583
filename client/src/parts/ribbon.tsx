import { decimalText, ZERO, type Rational, type Segment } from '@fidens/core';
import { useId, useState } from 'react';
import { View } from 'react-native';
import { Text } from 'react-native-paper';
import Svg, { Circle, ClipPath, Defs, G, Path, Pattern, Rect } from 'react-native-svg';
import { SPACE } from '../theme/layout';
import { TEXT_STRONG, useColours } from '../theme/paper-theme';

interface RibbonProps {
  segments: readonly Segment[];
  /** Large on the course, with its numbers below; small in lists. */
  large?: boolean;
  /** A sketch before there is work: the points that the whole width stands for, which the segments may not come to yet. */
  of?: number;
}

interface Placed {
  segment: Segment;
  x: number;
  width: number;
}

const GAP = 4;
/** Below this width a segment's name says nothing. */
const LEGIBLE = 40;
/** From this width on, what is open stands beside what is earned. */
const ROOMY = 96;

/** The course as a bar of 100 points: earned, lost and still open, category by category. */
export function Ribbon({ segments, large = false, of = 0 }: RibbonProps) {
  const [width, setWidth] = useState(0);
  const placed = place(segments, width, of);
  const height = large ? 24 : 12;
  return (
    <View
      role="img"
      aria-label={ribbonWords(segments)}
      onLayout={({ nativeEvent }) => setWidth(nativeEvent.layout.width)}
      // Until its width is known it takes the room that it will need: what stands below must not move under a finger.
      style={{ minHeight: large && width === 0 ? height + SPACE.xs + namesHeight(of === 0) : height }}
    >
      {width > 0 && <Bars placed={placed} width={width} height={height} />}
      {large && width > 0 && <Names placed={placed} withPoints={of === 0} />}
    </View>
  );
}

function Bars({ placed, width, height }: { placed: readonly Placed[]; width: number; height: number }) {
  const { hatch, dots, segment, primary, card } = useColours();
  const id = useId().replace(/\W/g, '');
  const radius = height / 4;
  return (
    <Svg width={width} height={height} aria-hidden>
      <Defs>
        <Pattern
          id={`hatch${id}`}
          width={6}
          height={6}
          patternUnits="userSpaceOnUse"
          patternTransform="rotate(45)"
        >
          <Rect width={6} height={6} fill={card} />
          <Rect width={2} height={6} fill={hatch} />
        </Pattern>
        <Pattern id={`dots${id}`} width={6} height={6} patternUnits="userSpaceOnUse">
          <Circle cx={3} cy={3} r={1.3} fill={dots} />
        </Pattern>
        {placed.map(({ segment: { id: key }, x, width: own }, index) => (
          <ClipPath key={key} id={`clip${id}${index}`}>
            <Rect x={x} y={0} width={own} height={height} rx={radius} />
          </ClipPath>
        ))}
      </Defs>
      {placed.map(({ segment: part, x, width: own }, index) => {
        const all = whole(part);
        const length = (points: Rational) => (all.n === 0n ? 0 : points.div(all).valueOf() * own);
        const earned = length(part.earned);
        const lost = length(part.lost);
        const forecast = length(part.forecast);
        return (
          <G key={part.id}>
            <G clipPath={`url(#clip${id}${index})`}>
              <Rect x={x} y={0} width={own} height={height} fill={card} />
              <Rect x={x} y={0} width={earned} height={height} fill={primary} />
              <Rect x={x + earned} y={0} width={lost} height={height} fill={`url(#hatch${id})`} />
              <Rect x={x + earned + lost} y={0} width={forecast} height={height} fill={`url(#dots${id})`} />
            </G>
            <Path
              d={outline(x + 0.5, 0.5, Math.max(0, own - 1), height - 1, radius)}
              fill="none"
              stroke={segment}
              strokeDasharray={part.extra ? '3 3' : undefined}
            />
          </G>
        );
      })}
    </Svg>
  );
}

/** Room for a segment's name and, where there is one, its number. */
function namesHeight(withPoints: boolean): number {
  return withPoints ? 38 : 18;
}

function Names({ placed, withPoints }: { placed: readonly Placed[]; withPoints: boolean }) {
  const { soft, ink } = useColours();
  const legible = placed.filter(({ width }) => width >= LEGIBLE);
  // A few names among many segments would only seem to name the rest.
  if (legible.length * 2 < placed.length) return null;
  return (
    <View style={{ height: namesHeight(withPoints), marginTop: SPACE.xs }} aria-hidden>
      {legible.map(({ segment, x, width }) => (
        <View key={segment.id} style={{ position: 'absolute', left: x + 2, width: width - 2 }}>
          <Text variant="labelSmall" numberOfLines={1} style={{ color: soft }}>
            {segment.name} {segment.extra ? '+' : decimalText(segment.share, 1)}
          </Text>
          {withPoints && (
            <Text variant="labelSmall" numberOfLines={1} style={{ color: ink, fontFamily: TEXT_STRONG }}>
              {pointsWords(segment, width >= ROOMY)}
            </Text>
          )}
        </View>
      ))}
    </View>
  );
}

/** What a segment stands for as a length: its share, or more where extra credit adds to it. */
function whole({ earned, lost, open }: Segment): Rational {
  return earned.add(lost).add(open);
}

function place(segments: readonly Segment[], width: number, of: number): Placed[] {
  const shown = segments.filter((segment) => whole(segment).n > 0n);
  const total = Math.max(of, shown.reduce((sum, segment) => sum.add(whole(segment)), ZERO).valueOf());
  const room = Math.max(0, width - GAP * (shown.length - 1));
  let x = 0;
  return shown.map((segment) => {
    const own = (whole(segment).valueOf() / total) * room;
    const placed = { segment, x, width: own };
    x += own + GAP;
    return placed;
  });
}

function outline(x: number, y: number, width: number, height: number, radius: number): string {
  const r = Math.min(radius, width / 2);
  const corner = (dx: number, dy: number) => `a${r} ${r} 0 0 1 ${dx} ${dy}`;
  return (
    `M${x + r} ${y}h${width - 2 * r}${corner(r, r)}v${height - 2 * r}${corner(-r, r)}` +
    `h${2 * r - width}${corner(-r, -r)}v${2 * r - height}${corner(r, -r)}z`
  );
}

function pointsWords({ earned, open }: Segment, roomy: boolean): string {
  if (earned.n === 0n) return open.n > 0n && roomy ? 'nothing yet' : '0';
  return open.n === 0n || !roomy
    ? decimalText(earned, 1)
    : `${decimalText(earned, 1)} + ${decimalText(open, 1)} open`;
}

/** The ribbon for those who hear it. */
function ribbonWords(segments: readonly Segment[]): string {
  const words = segments
    .filter((segment) => whole(segment).n > 0n)
    .map(({ name, share, earned, lost, open, extra }) => {
      const points = `${decimalText(earned, 1)} earned, ${decimalText(lost, 1)} lost, ${decimalText(open, 1)} open`;
      return extra
        ? `${name}, extra credit: ${points}`
        : `${name}, ${decimalText(share, 1)} of 100: ${points}`;
    });
  return words.length === 0 ? 'No points are set yet.' : `Course points. ${words.join('; ')}.`;
}
