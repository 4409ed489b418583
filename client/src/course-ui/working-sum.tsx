import {
  decimalText,
  HUNDRED,
  pieceSteps,
  sharesOf,
  type Assumption,
  type Derivation,
  type Part,
  type Rational,
} from '@fidens/core';
import { useState, type ReactNode } from 'react';
import { Pressable, View } from 'react-native';
import { Text } from 'react-native-paper';
import { Icon } from '@/theme/icons';
import { SPACE, TOUCH } from '@/theme/layout';
import { TEXT_STRONG, useColours } from '@/theme/paper-theme';
import { Soft } from '@/ui/text';
import { percent } from '@/wording/words';
import { afterSumWords, noteWords, stepWords } from '@/wording/working-words';

/** How a course came to its number, from the whole down to one entry. */
export function WorkingSum({ derivation }: { derivation: Derivation }) {
  return (
    <Sum derivation={derivation} assumption={derivation.assumption} shares={sharesOf(derivation)} isRoot />
  );
}

interface SumProps {
  derivation: Derivation;
  assumption: Assumption;
  shares: ReadonlyMap<Part, Rational>;
  isRoot?: boolean;
}

/** The sum of a category, line by line: what each part is worth, how much it counts, and what it adds. */
function Sum({ derivation, assumption, shares, isRoot = false }: SumProps) {
  const c = useColours();
  const { category, parts, numerator: above, denominator: below } = derivation;
  return (
    <View>
      <Columns head cells={['', 'result', COUNTED_IN[category.combine], 'adds']} />
      {parts.map((part) => (
        <PartLine
          key={part.node.id}
          part={part}
          derivation={derivation}
          assumption={assumption}
          shares={shares}
        />
      ))}
      {derivation.sum && (
        <View
          style={{
            borderTopWidth: isRoot ? 2 : 1,
            borderColor: isRoot ? c.ink : c.rule,
            paddingVertical: SPACE.s,
          }}
        >
          <View style={{ flexDirection: 'row', justifyContent: 'space-between' }}>
            <Text variant="bodyMedium" style={{ fontFamily: TEXT_STRONG }}>
              {category.beginsFull
                ? 'begins at full marks'
                : `${decimalText(shownAbove(above, derivation), 2)} ÷ ${decimalText(below, 3)}`}
            </Text>
            <Text variant="bodyMedium" style={{ fontFamily: TEXT_STRONG }}>
              {percent(derivation.sum)}%
            </Text>
          </View>
          <AfterSum derivation={derivation} />
        </View>
      )}
    </View>
  );
}

/** What stands above the line, for people: points, or weight × percent ÷ 100; where pieces count alike, their percents. */
function shownAbove(above: Rational, { category }: Derivation): Rational {
  return category.combine === 'equal' ? above.mul(HUNDRED) : above;
}

/** What follows on the sum, each step that acted. */
function AfterSum({ derivation }: { derivation: Derivation }) {
  return afterSumWords(derivation).map((line) => <Soft key={line}>{line}</Soft>);
}

/** What the third column of a sum counts a part in. */
const COUNTED_IN = { points: 'out of', weights: 'weight', equal: 'counts' } as const;

/** A line of a sum for who hears it: every cell with the head of its column. */
function lineWords(
  [name, result, counted, adds]: readonly string[],
  { category }: Derivation,
  note: string | undefined,
): string {
  const words = [
    result === '–' ? 'no result' : result === 'open' ? 'open' : `result ${result}%`,
    counted !== '–' && (counted === '+' ? 'extra credit' : `${COUNTED_IN[category.combine]} ${counted}`),
    adds !== '–' && `adds ${adds}`,
    note,
  ];
  return `${name}: ${words.filter(Boolean).join(', ')}`;
}

interface PartLineProps extends SumProps {
  part: Part;
}

function PartLine({ part, derivation, assumption, shares }: PartLineProps) {
  const c = useColours();
  const [isOpen, setIsOpen] = useState(false);
  const { node, worth, role } = part;
  const counts = role === 'regular' || role === 'extra';
  const steps = node.kind === 'piece' ? pieceSteps(node, assumption) : [];
  const opens = part.derivation !== undefined || steps.length > 0;
  const note = noteWords(part, derivation, shares.get(part), assumption.waits);
  const cells: readonly string[] = [
    node.name,
    worth
      ? `${percent(worth.value)}`
      : node.kind === 'piece' && node.settlement === 'unsettled'
        ? 'open'
        : '–',
    counts && role !== 'extra' ? decimalText(part.denominator, 3) : role === 'extra' ? '+' : '–',
    counts ? decimalText(shownAbove(part.numerator, derivation), 2) : '–',
  ];
  return (
    <View style={{ borderTopWidth: 1, borderColor: c.rule }}>
      <Pressable
        role="button"
        disabled={!opens}
        aria-expanded={opens ? isOpen : undefined}
        aria-label={lineWords(cells, derivation, note)}
        onPress={() => setIsOpen(!isOpen)}
        style={{ minHeight: TOUCH, justifyContent: 'center' }}
      >
        <Columns
          cells={cells}
          quiet={!counts}
          icon={opens ? (isOpen ? 'chevron-up' : 'chevron-down') : undefined}
        />
        {note && (
          <Text variant="bodySmall" style={{ color: c.soft, paddingBottom: SPACE.s }}>
            {note}
          </Text>
        )}
      </Pressable>
      {isOpen && (
        <Inset>
          {part.derivation && <Sum derivation={part.derivation} assumption={assumption} shares={shares} />}
          {node.kind === 'piece' &&
            steps.map((step, index) => <Soft key={index}>{stepWords(step, node)}</Soft>)}
        </Inset>
      )}
    </View>
  );
}

function Inset({ children }: { children: ReactNode }) {
  const c = useColours();
  return (
    <View
      style={{
        borderLeftWidth: 3,
        borderColor: c.primarySoft,
        paddingLeft: SPACE.m,
        marginBottom: SPACE.s,
        gap: SPACE.xs,
      }}
    >
      {children}
    </View>
  );
}

interface ColumnsProps {
  cells: readonly string[];
  head?: boolean;
  quiet?: boolean;
  icon?: string | undefined;
}

function Columns({ cells, head = false, quiet = false, icon }: ColumnsProps) {
  const c = useColours();
  const [name, ...numbers] = cells;
  const colour = head || quiet ? c.soft : c.ink;
  return (
    <View style={{ flexDirection: 'row', alignItems: 'center', gap: SPACE.s, paddingVertical: SPACE.s }}>
      <View style={{ flex: 1, minWidth: 0, flexDirection: 'row', alignItems: 'center', gap: 2 }}>
        <Text variant={head ? 'bodySmall' : 'bodyMedium'} style={{ color: colour, flexShrink: 1 }}>
          {name}
        </Text>
        {icon && <Icon name={icon} size={16} color={c.soft} />}
      </View>
      {numbers.map((text, index) => (
        <Text
          key={index}
          variant={head ? 'bodySmall' : 'bodyMedium'}
          style={{ color: colour, width: 56, textAlign: 'right' }}
        >
          {text}
        </Text>
      ))}
    </View>
  );
}
