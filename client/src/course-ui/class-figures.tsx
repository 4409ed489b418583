import {
  decimalText,
  fractionOfPercent,
  rational,
  typedDecimal,
  type ClassFigures as Figures,
  type Decimal,
} from '@fidens/core';
import { View } from 'react-native';
import { Circle, Line, Rect, Svg } from 'react-native-svg';
import { useColours } from '@/theme/paper-theme';
import { Row, Stack } from '@/ui/box';
import { KeptField } from '@/ui/fields/kept-field';
import { useColumn } from '@/ui/fields/use-column';
import { Soft } from '@/ui/text';

const FIGURES = [
  ['average', 'Average'],
  ['high', 'Highest'],
  ['low', 'Lowest'],
] as const;

interface ClassFiguresProps {
  /** What they are of: a piece, a course. */
  name: string;
  others: Figures | undefined;
  /** What may be typed: "in points or as 78%". */
  wanted: string;
  /** How a figure that is kept is written. */
  write: (figure: Decimal) => string;
  /** A number as it was typed, with its sign or without, as it is kept; nothing where it is out of place. */
  read: (typed: Decimal, isPercent: boolean) => Decimal | undefined;
  /** Keeps them; nothing where none is left. */
  keep: (others: Figures | undefined) => string | void;
}

/** What was told of the others: never used in a grade, only set beside one's own. */
export function ClassFigures({ name, others = {}, wanted, write, read, keep }: ClassFiguresProps) {
  const column = useColumn(FIGURES.map(([key]) => key));
  const figureOf = (text: string) => {
    const typed = text.trim();
    const isPercent = typed.endsWith('%');
    const plain = typedDecimal(isPercent ? typed.slice(0, -1).trim() : typed);
    return /^\d{1,12}(\.\d{1,6})?$/.test(plain) ? read(plain, isPercent) : undefined;
  };
  return (
    <Stack gap="xs">
      <Soft>What was told of the others, {wanted}; it counts for nothing.</Soft>
      <Row gap="s" wrap>
        {FIGURES.map(([key, shown]) => (
          <KeptField
            key={key}
            label={`${shown} of the others in ${name}`}
            shown={shown}
            value={others[key] === undefined ? '' : write(others[key])}
            fault={(text) =>
              text.trim() !== '' && figureOf(text) === undefined ? `A number, ${wanted}.` : undefined
            }
            style={{ width: 96 }}
            fieldRef={column.ref(key)}
            onEnter={() => column.next(key)}
            onKeep={(text) => {
              const { [key]: _, ...rest } = others;
              const figure = figureOf(text);
              const next = figure === undefined ? rest : { ...rest, [key]: figure };
              return keep(Object.keys(next).length > 0 ? next : undefined);
            }}
          />
        ))}
      </Row>
    </Stack>
  );
}

interface ClassBarProps {
  others: Figures | undefined;
  /** What full marks are, in the unit of the others' figures. */
  whole: Decimal;
  /** One's own, a fraction of the whole, and as it is written. */
  own: { readonly value: number; readonly text: string } | undefined;
  /** How a figure of the others is written. */
  write: (figure: Decimal) => string;
}

const WIDTH = 160;
const HEIGHT = 18;

/** One's own among the others': from the lowest to the highest, with their average. */
export function ClassBar({ others, whole, own, write }: ClassBarProps) {
  const c = useColours();
  if (!others) return null;
  const at = (figure: Decimal) => placeOf(rational(figure).div(rational(whole)).valueOf());
  const words = [
    own && `you ${own.text}`,
    ...FIGURES.map(
      ([key, shown]) => others[key] !== undefined && `${shown.toLowerCase()} ${write(others[key])}`,
    ),
  ].filter(Boolean);
  return (
    <Row gap="m" align="center" wrap>
      <View role="img" aria-label={`Of ${write(whole)}: ${words.join(', ')}`}>
        <Svg width={WIDTH} height={HEIGHT}>
          <Line x1={0} x2={WIDTH} y1={HEIGHT / 2} y2={HEIGHT / 2} stroke={c.rule} strokeWidth={2} />
          {others.low !== undefined && others.high !== undefined && (
            <Rect
              x={at(others.low)}
              width={Math.max(2, at(others.high) - at(others.low))}
              y={HEIGHT / 2 - 4}
              height={8}
              rx={4}
              fill={c.segment}
            />
          )}
          {others.average !== undefined && (
            <Line
              x1={at(others.average)}
              x2={at(others.average)}
              y1={1}
              y2={HEIGHT - 1}
              stroke={c.ink}
              strokeWidth={2}
            />
          )}
          {own && (
            <Circle
              cx={placeOf(own.value)}
              cy={HEIGHT / 2}
              r={5}
              fill={c.primary}
              stroke={c.card}
              strokeWidth={1.5}
            />
          )}
        </Svg>
      </View>
      <Soft>{words.join(' · ')}</Soft>
    </Row>
  );
}

function placeOf(fraction: number): number {
  return 5 + Math.min(1, Math.max(0, fraction)) * (WIDTH - 10);
}

/** A percent of a whole in points, to four decimals; points as they are. */
export function pointsOf(typed: Decimal, isPercent: boolean, possible: Decimal): Decimal {
  return isPercent ? decimalText(fractionOfPercent(typed).mul(rational(possible)), 4) : typed;
}
