import {
  decimalText,
  fractionOfPercent,
  rational,
  setting,
  typedDecimal,
  type Assessment,
  type Part,
} from '@fidens/core';
import { View } from 'react-native';
import { Circle, Line, Rect, Svg } from 'react-native-svg';
import type { EditRules } from '@/model/rule-draft';
import { useColours } from '@/theme/paper-theme';
import { Row, Stack } from '@/ui/box';
import { KeptField } from '@/ui/fields/kept-field';
import { Soft } from '@/ui/text';
import { number } from '@/wording/words';

const FIGURES = [
  ['average', 'Average'],
  ['high', 'Highest'],
  ['low', 'Lowest'],
] as const;

interface ClassFiguresProps {
  piece: Assessment;
  edit: EditRules;
}

/** What the teacher told of the others, typed as points or as percent: never used in a grade, only set beside one's own. */
export function ClassFigures({ piece, edit }: ClassFiguresProps) {
  const { id, name, possible, class: others = {} } = piece;
  return (
    <Stack gap="xs">
      <Soft>What was told of the others, in points or as 78%; it counts for nothing.</Soft>
      <Row gap="s" wrap>
        {FIGURES.map(([key, shown]) => (
          <KeptField
            key={key}
            label={`${shown} of the others in ${name}`}
            shown={shown}
            value={others[key] ?? ''}
            fault={(text) =>
              pointsOf(text, possible) === null ? 'Points, or a percent such as 78%.' : undefined
            }
            style={{ width: 96 }}
            onKeep={(text) => {
              const next = { ...others, [key]: pointsOf(text, possible) ?? undefined };
              const left = Object.fromEntries(
                Object.entries(next).filter(([, value]) => value !== undefined),
              );
              return edit([setting(id, { class: Object.keys(left).length > 0 ? left : undefined })]);
            }}
          />
        ))}
      </Row>
    </Stack>
  );
}

/** Points as they were typed; nothing where the field is empty, `null` where it is no number. */
function pointsOf(text: string, possible: string): string | undefined | null {
  const typed = text.trim();
  if (typed === '') return undefined;
  const isPercent = typed.endsWith('%');
  const plain = typedDecimal(isPercent ? typed.slice(0, -1).trim() : typed);
  if (!/^\d{1,12}(\.\d{1,6})?$/.test(plain)) return null;
  return isPercent ? decimalText(fractionOfPercent(plain).mul(rational(possible)), 4) : plain;
}

interface ClassBarProps {
  piece: Assessment;
  /** Its part in the standing, for one's own score. */
  part: Part | undefined;
}

const WIDTH = 160;
const HEIGHT = 18;

/** One's own score among the others': from the lowest to the highest, with their average. */
export function ClassBar({ piece, part }: ClassBarProps) {
  const c = useColours();
  const { class: others, possible } = piece;
  const own = piece.score && part?.worth ? part.worth.value.valueOf() : undefined;
  if (!others) return null;
  const at = (points: string) => placeOf(rational(points).div(rational(possible)).valueOf());
  const words = [
    own !== undefined && `you ${decimalText(part!.worth!.value.mul(rational(possible)), 2)}`,
    ...FIGURES.map(
      ([key, shown]) => others[key] !== undefined && `${shown.toLowerCase()} ${number(others[key])}`,
    ),
  ].filter(Boolean);
  return (
    <Row gap="m" align="center" wrap>
      <View role="img" aria-label={`Of ${number(possible)}: ${words.join(', ')}`}>
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
          {own !== undefined && (
            <Circle
              cx={placeOf(own)}
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
