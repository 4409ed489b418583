import { decimalText, HUNDRED, rational, ZERO, type Rational, type Segment } from '@fidens/core';
import { memo, useId, useState } from 'react';
import { Pressable, View } from 'react-native';
import { Text } from 'react-native-paper';
import Svg, { ClipPath, Defs, G, Path, Rect } from 'react-native-svg';
import { SPACE } from '@/theme/layout';
import { TEXT_STRONG, useColours } from '@/theme/paper-theme';
import { useWidth } from '@/ui/hooks/use-width';
import { RibbonLegend } from './ribbon-legend';
import { MARKS_HEIGHT, RibbonMarks, type Marks } from './ribbon-marks';
import { RibbonPatterns } from './ribbon-patterns';

interface RibbonProps {
  segments: readonly Segment[];
  /** Large on the course, with its numbers below, its cut-offs above, and parts that tell what they are; small in lists. */
  large?: boolean;
  /** A sketch before there is work: the points that the whole width stands for, which the segments may not come to yet. */
  of?: number;
  /** Above a large one: the cut-offs, and what floor and ceiling are. */
  marks?: Marks | undefined;
  /** The points in all of a course that pools them: then points are spoken of, else percents of the course. */
  points?: Rational | undefined;
  /** The same course as it is recorded, where what is shown is tried: what was earned by trying stands apart. */
  recorded?: readonly Segment[];
}

interface Placed {
  segment: Segment;
  x: number;
  width: number;
  /** What of its earned points is only tried. */
  tried: Rational;
}

const GAP = 4;
/** Below this width a segment's name says nothing. */
const LEGIBLE = 40;
/** What can be hit is at least as wide (WCAG 2.2, 2.5.8). */
const HIT = 24;
/** From this width on, what is open stands beside what is earned. */
const ROOMY = 96;

/** The course as a bar of 100 points: earned, lost and still open, category by category. */
export function Ribbon({ segments, large = false, of = 0, marks, points, recorded }: RibbonProps) {
  const say = sayer(points);
  const [width, onLayout] = useWidth();
  const [told, setTold] = useState<string>();
  const placed = place(segments, width, of, recorded);
  const height = large ? 24 : 12;
  const names = large ? SPACE.xs + namesHeight(of === 0) : 0;
  const top = marks ? MARKS_HEIGHT : 0;
  const parts = large && of === 0 && segments.length > 0;
  // A few names among many segments would only seem to name the rest.
  const named = large && width > 0 && placed.filter(isLegible).length * 2 >= placed.length;
  return (
    <View
      {...(parts
        ? { role: 'group', 'aria-label': 'Course points' }
        : { role: 'img', 'aria-label': ribbonWords(segments, say) })}
      onLayout={onLayout}
      style={{ minHeight: height }}
    >
      {/* Until its width is known it takes the room that it will need: what stands below must not move under a finger. */}
      {width === 0 && <View style={{ height: top + height + names }} />}
      {width > 0 && marks && <RibbonMarks marks={marks} width={width} total={totalOf(segments, of)} />}
      {width > 0 && <Bars placed={placed} width={width} height={height} />}
      {named && <Names placed={placed} withPoints={of === 0} say={say} />}
      {parts && width > 0 && (
        <Parts
          placed={placed}
          top={top}
          height={named ? height + names : height}
          say={say}
          told={told}
          onTell={setTold}
        />
      )}
      {parts && <RibbonLegend isAsked={told !== undefined} />}
    </View>
  );
}

interface PartsProps {
  placed: readonly Placed[];
  top: number;
  height: number;
  say: Say;
  /** The part that says what it is. */
  told: string | undefined;
  onTell: (id: string | undefined) => void;
}

/** Each part of the ribbon, to be touched or reached with the keyboard: it says what it is. */
function Parts({ placed, top, height, say, told, onTell }: PartsProps) {
  const { primary } = useColours();
  const segment = placed.find((each) => each.segment.id === told)?.segment;
  const last = placed.at(-1);
  const end = (last ? last.x + last.width : 0) + GAP / 2;
  return (
    <>
      {placed.map(({ segment: part, x, width }) => {
        const isTold = part.id === told;
        // A narrow part reaches over its neighbours, and lies on top of them.
        const hit = Math.max(HIT, width + GAP);
        const left = Math.min(x + (width - hit) / 2, end - hit);
        return (
          <Pressable
            key={part.id}
            role="button"
            aria-expanded={isTold}
            aria-label={segmentWords(part, say)}
            onPress={() => onTell(isTold ? undefined : part.id)}
            style={{
              position: 'absolute',
              left: Math.max(-GAP / 2, left),
              width: hit,
              zIndex: hit > width + GAP ? 1 : 0,
              top,
              height,
              borderBottomWidth: isTold ? 2 : 0,
              borderColor: primary,
            }}
          />
        );
      })}
      {segment && (
        <Text variant="bodySmall" aria-live="polite" style={{ marginTop: SPACE.xs }}>
          {segmentWords(segment, say)}.
        </Text>
      )}
    </>
  );
}

function Bars({ placed, width, height }: { placed: readonly Placed[]; width: number; height: number }) {
  const id = useId().replace(/\W/g, '');
  return (
    <Svg width={width} height={height} aria-hidden>
      <RibbonPatterns id={id} />
      {placed.map(({ segment: part, x, width: own, tried }, index) => {
        const all = whole(part);
        const length = (points: Rational) => (all.n === 0n ? 0 : points.div(all).valueOf() * own);
        return (
          <Bar
            key={part.id}
            id={id}
            index={index}
            x={x}
            width={own}
            height={height}
            earned={length(part.earned)}
            tried={length(tried)}
            lost={length(part.lost)}
            forecast={length(part.forecast)}
            extra={part.extra}
          />
        );
      })}
    </Svg>
  );
}

interface BarProps {
  /** Of the ribbon, and which of its parts. */
  id: string;
  index: number;
  x: number;
  width: number;
  height: number;
  earned: number;
  tried: number;
  lost: number;
  forecast: number;
  extra: boolean;
}

/** One part in plain lengths; drawn again only when one of them changes. */
const Bar = memo(function Bar({
  id,
  index,
  x,
  width,
  height,
  earned,
  tried,
  lost,
  forecast,
  extra,
}: BarProps) {
  const { segment, primary, card } = useColours();
  const radius = height / 4;
  return (
    <G>
      <Defs>
        <ClipPath id={`clip${id}${index}`}>
          <Rect x={x} y={0} width={width} height={height} rx={radius} />
        </ClipPath>
      </Defs>
      <G clipPath={`url(#clip${id}${index})`}>
        <Rect x={x} y={0} width={width} height={height} fill={card} />
        <Rect x={x} y={0} width={earned - tried} height={height} fill={primary} />
        <Rect x={x + earned - tried} y={0} width={tried} height={height} fill={`url(#tried${id})`} />
        <Rect x={x + earned} y={0} width={lost} height={height} fill={`url(#hatch${id})`} />
        <Rect x={x + earned + lost} y={0} width={forecast} height={height} fill={`url(#dots${id})`} />
      </G>
      <Path
        d={outline(x + 0.5, 0.5, Math.max(0, width - 1), height - 1, radius)}
        fill="none"
        stroke={segment}
        {...(extra && { strokeDasharray: '3 3' })}
      />
    </G>
  );
});

/** Room for a segment's name and, where there is one, its number. */
function namesHeight(withPoints: boolean): number {
  return withPoints ? 38 : 18;
}

const isLegible = ({ width }: Placed) => width >= LEGIBLE;

function Names({ placed, withPoints, say }: { placed: readonly Placed[]; withPoints: boolean; say: Say }) {
  const { soft } = useColours();
  const legible = placed.filter(isLegible);
  return (
    <View style={{ height: namesHeight(withPoints), marginTop: SPACE.xs }} aria-hidden>
      {legible.map(({ segment, x, width }) => (
        <View key={segment.id} style={{ position: 'absolute', left: x + 2, width: width - 2 }}>
          <Text variant="labelSmall" numberOfLines={1} style={{ color: soft }}>
            {segment.name} {segment.extra ? '+' : say.amount(segment.share)}
          </Text>
          {withPoints && (
            <Text variant="labelSmall" numberOfLines={1} style={{ fontFamily: TEXT_STRONG }}>
              {pointsWords(segment, width >= ROOMY, say)}
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

function place(
  segments: readonly Segment[],
  width: number,
  of: number,
  recorded: readonly Segment[] | undefined,
): Placed[] {
  const shown = segments.filter((segment) => whole(segment).n > 0n);
  const total = totalOf(segments, of);
  const room = Math.max(0, width - GAP * (shown.length - 1));
  const before = new Map(recorded?.map(({ id, earned }) => [id, earned]));
  let x = 0;
  return shown.map((segment) => {
    const own = (whole(segment).valueOf() / total) * room;
    const more = segment.earned.sub(before.get(segment.id) ?? segment.earned);
    const placed = { segment, x, width: own, tried: more.s < 0n ? ZERO : more };
    x += own + GAP;
    return placed;
  });
}

/** The points that the whole width stands for: 100, and what extra credit can add. */
function totalOf(segments: readonly Segment[], of: number): number {
  return Math.max(of, segments.reduce((sum, segment) => sum.add(whole(segment)), ZERO).valueOf());
}

function outline(x: number, y: number, width: number, height: number, radius: number): string {
  const r = Math.min(radius, width / 2);
  const corner = (dx: number, dy: number) => `a${r} ${r} 0 0 1 ${dx} ${dy}`;
  return (
    `M${x + r} ${y}h${width - 2 * r}${corner(r, r)}v${height - 2 * r}${corner(-r, r)}` +
    `h${2 * r - width}${corner(-r, -r)}v${2 * r - height}${corner(r, -r)}z`
  );
}

/** How amounts of the course are said: in its points, where it pools them, else in percents of it. */
interface Say {
  /** An amount of course points, of which there are 100. */
  readonly amount: (points: Rational) => string;
  /** What the whole is called. */
  readonly whole: string;
}

function sayer(points: Rational | undefined): Say {
  if (!points) return { amount: (amount) => decimalText(amount, 1), whole: '100' };
  return {
    amount: (amount) => decimalText(amount.mul(points).div(HUNDRED), 1),
    whole: `${decimalText(points, 2)} points`,
  };
}

function pointsWords({ earned, lost, open }: Segment, roomy: boolean, { amount }: Say): string {
  // Nothing settled is not a score of 0.
  if (earned.n === 0n && lost.n === 0n) return roomy ? 'nothing yet' : 'open';
  return open.n === 0n || !roomy ? amount(earned) : `${amount(earned)} + ${amount(open)} open`;
}

/** The ribbon for those who hear it. */
function ribbonWords(segments: readonly Segment[], say: Say): string {
  const words = segments
    .filter((segment) => whole(segment).n > 0n)
    .map((segment) => segmentWords(segment, say));
  return words.length === 0 ? 'No points are set yet.' : `Course points. ${words.join('; ')}.`;
}

/** A segment in words, its parts rounded so that they add up to the whole that is said. */
function segmentWords({ name, share, earned, lost, open, extra }: Segment, say: Say): string {
  const sums = [earned, earned.add(lost), earned.add(lost).add(open)].map((sum) => rational(say.amount(sum)));
  const [first, second, third] = sums as [Rational, Rational, Rational];
  const [a, b, c] = [first, second.sub(first), third.sub(second)].map((part) => decimalText(part, 1));
  const points = `${a} earned, ${b} lost, ${c} open`;
  return extra
    ? `${name}, extra credit: ${points}`
    : `${name}, ${say.amount(share)} of ${say.whole}: ${points}`;
}
