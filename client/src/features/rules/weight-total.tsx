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
import { useState } from 'react';
import { Pressable, View } from 'react-native';
import { Button, Text } from 'react-native-paper';
import type { EditRules } from '@/model/rule-draft';
import { Icon } from '@/theme/icons';
import { SPACE, TOUCH } from '@/theme/layout';
import { useColours } from '@/theme/paper-theme';
import { Row, Stack } from '@/ui/box';
import { toggled } from '@/ui/toggled';
import { number } from '@/wording/words';

interface WeightTotalProps {
  category: Category;
  edit: EditRules;
}

/** What the weights come to, said calmly: a wrong total is a stage of typing, not a mistake; and the ways to 100. */
export function WeightTotal({ category, edit }: WeightTotalProps) {
  const c = useColours();
  const [isSpreading, setIsSpreading] = useState(false);
  const total = weightTotal(category);
  const isRight = total.equals(HUNDRED);
  const spread = spreadRest(category);
  const scale = spread ? undefined : scaleToHundred(category);
  return (
    <View
      style={{
        backgroundColor: isRight ? 'transparent' : c.askSoft,
        borderRadius: 14,
        paddingHorizontal: SPACE.m,
        paddingVertical: SPACE.s,
        gap: SPACE.xs,
      }}
    >
      <Text variant="bodyMedium" aria-live="polite" style={{ color: isRight ? c.ink : c.onAskSoft }}>
        {isRight ? '✓ The weights come to 100.' : totalWords(category, total)}
      </Text>
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
      </View>
      {isSpreading && <KeepAndSpread category={category} edit={edit} onDone={() => setIsSpreading(false)} />}
    </View>
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

/** Each weight can be held; what they leave of 100 is shared evenly by the others. */
function KeepAndSpread({ category, edit, onDone }: WeightTotalProps & { onDone: () => void }) {
  const c = useColours();
  const children = regularChildren(category);
  const [kept, setKept] = useState<ReadonlySet<string>>(() => weighed(category));
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
