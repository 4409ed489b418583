import {
  decimalText,
  HUNDRED,
  rational,
  regularChildren,
  scaleToHundred,
  spreadRest,
  weighed,
  weightTotal,
  type Category,
  type Rational,
} from '@fidens/core';
import { useState, type ReactNode } from 'react';
import { Pressable, View } from 'react-native';
import { Button, Text } from 'react-native-paper';
import type { EditRules } from '@/model/rule-draft';
import { Icon } from '@/theme/icons';
import { SPACE, TOUCH } from '@/theme/layout';
import { useColours } from '@/theme/paper-theme';
import { Row, Stack } from '@/ui/box';
import { onKeys } from '@/ui/keys';
import { Figure } from '@/ui/text';
import { toggled } from '@/ui/toggled';
import { number } from '@/wording/words';

interface WeightTotalProps {
  category: Category;
  edit: EditRules;
  /** What else can be done here. */
  children?: ReactNode;
}

/** What the weights come to, said calmly: a wrong total is a stage of typing, not a mistake; and the ways to 100. */
export function WeightTotal({ category, edit, children }: WeightTotalProps) {
  const c = useColours();
  const [isSpreading, setIsSpreading] = useState(false);
  const total = weightTotal(category);
  const isRight = total.equals(HUNDRED);
  const spread = spreadRest(category);
  const scale = spread ? undefined : scaleToHundred(category);
  const colour = isRight ? c.ink : c.onAskSoft;
  return (
    <>
      <View
        style={{
          flexDirection: 'row',
          alignItems: 'baseline',
          gap: SPACE.s,
          backgroundColor: isRight ? c.paper : c.askSoft,
          borderTopWidth: 2,
          borderColor: c.ink,
          padding: SPACE.s,
          // In sight while the column is typed, on a phone as well.
          position: 'sticky' as never,
          bottom: 0,
          zIndex: 1,
        }}
      >
        <Text variant="bodyMedium" aria-live="polite" style={{ flex: 1, color: colour }}>
          {isRight ? `✓ The weights come to 100.${extraWords(category)}` : totalWords(category, total)}
        </Text>
        <Figure style={{ color: colour }}>{decimalText(total, 2)}</Figure>
      </View>
      <View style={{ flexDirection: 'row', flexWrap: 'wrap' }}>
        {spread && (
          <Button compact onPress={() => edit(spread, 'The rest is spread')}>
            Spread the rest evenly
          </Button>
        )}
        {scale && (
          <Button compact onPress={() => edit(scale, 'Weights scaled to 100')}>
            Scale all to 100
          </Button>
        )}
        <Button compact onPress={() => setIsSpreading(!isSpreading)}>
          {isSpreading ? 'Leave them' : 'Keep some, spread the rest'}
        </Button>
        {children}
      </View>
      {isSpreading && <KeepAndSpread category={category} edit={edit} onDone={() => setIsSpreading(false)} />}
    </>
  );
}

/** "The weights come to 75: 25 still missing. Until then only their ratio counts: Labs, 30 of 75, is 40% of the whole." */
function totalWords(category: Category, total: Rational): string {
  const difference = total.sub(HUNDRED);
  const amount = decimalText(difference.abs(), 2);
  const all = decimalText(total, 2);
  const example = regularChildren(category).find(
    ({ weight }) => weight !== undefined && rational(weight).n !== 0n,
  );
  const share = example && decimalText(rational(example.weight!).div(total).mul(HUNDRED), 1);
  const ratio = example ? `: ${example.name}, ${number(example.weight!)} of ${all}, is ${share}%` : '';
  return `The weights come to ${all}: ${amount} ${difference.s < 0n ? 'still missing' : 'over'}. Until then only their ratio counts${ratio}.`;
}

/** What extra credit can add on top. */
function extraWords({ children }: Category): string {
  const extra = children.filter(({ extraCredit, counted }) => extraCredit && counted !== false);
  const most = extra.reduce((sum, { weight }) => sum.add(rational(weight ?? '0')), rational('0'));
  return most.n === 0n ? '' : ` Extra credit adds up to ${decimalText(most, 2)}.`;
}

/** Those that have a weight; where all have one, none, so that what is to stay is one tap. */
function keptAtFirst(category: Category): ReadonlySet<string> {
  const all = weighed(category);
  return all.size === regularChildren(category).length ? new Set() : all;
}

/** Each weight can be held; what they leave of 100 is shared evenly by the others. */
function KeepAndSpread({ category, edit, onDone }: WeightTotalProps & { onDone: () => void }) {
  const c = useColours();
  const children = regularChildren(category);
  const [kept, setKept] = useState<ReadonlySet<string>>(() => keptAtFirst(category));
  const edits = spreadRest(category, kept);
  const others = children.filter(({ id }) => !kept.has(id)).length;
  return (
    <Stack gap="s" role="group" aria-label="Weights to keep">
      <Row gap="xs" wrap>
        {children.map(({ id, name, weight }) => {
          const isKept = kept.has(id);
          return (
            <Pressable
              key={id}
              role="checkbox"
              aria-checked={isKept}
              aria-label={`Keep ${name}${weight === undefined ? '' : `, ${number(weight)}`}`}
              onPress={() => setKept(toggled(kept, id))}
              {...onKeys({ ' ': () => setKept(toggled(kept, id)) })}
              style={{
                minHeight: TOUCH,
                flexDirection: 'row',
                alignItems: 'center',
                gap: SPACE.xs,
                paddingHorizontal: SPACE.s,
                borderRadius: 14,
                borderWidth: 1.5,
                borderStyle: isKept ? 'solid' : 'dashed',
                borderColor: isKept ? c.primary : c.segment,
                backgroundColor: c.card,
              }}
            >
              {isKept && <Icon name="check" size={16} color={c.primary} />}
              <Text variant="labelMedium" style={{ color: isKept ? c.ink : c.soft }}>
                {name} {weight === undefined ? '' : number(weight)}
              </Text>
            </Pressable>
          );
        })}
      </Row>
      <Button
        mode="contained-tonal"
        style={{ alignSelf: 'flex-start' }}
        disabled={!edits}
        onPress={() => {
          edit(edits!, 'The rest is spread');
          onDone();
        }}
      >
        {edits
          ? `Share the rest among ${others}`
          : others === 0
            ? 'All are kept'
            : 'The kept ones leave nothing'}
      </Button>
    </Stack>
  );
}
