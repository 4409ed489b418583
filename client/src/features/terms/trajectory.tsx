import { decimalText, gpaText, isDecimal, neededMean, rational, typedDecimal } from '@fidens/core';
import { useId, useState } from 'react';
import { View } from 'react-native';
import { Text, TextInput } from 'react-native-paper';
import { useGpaSettings, type Gpas } from '@/model/term-gpa';
import { useColours } from '@/theme/paper-theme';
import { Row, Stack } from '@/ui/box';
import { tied } from '@/ui/fields/tied';
import { Fold } from '@/ui/fold';
import { Figure, Soft, Wrong } from '@/ui/text';
import { topOutlook } from '@/wording/top-outlook';

/** What average the credits that are left must bring for a GPA in the end. */
export function Trajectory({ of }: Pick<Gpas, 'of'>) {
  const c = useColours();
  const top = topOutlook.use();
  const settings = useGpaSettings();
  const [target, setTarget] = useState('');
  const [left, setLeft] = useState('');
  const now = of[top];
  const [wanted, credits] = [typedDecimal(target), typedDecimal(left)];
  const isAsked = isDecimal(wanted) && isDecimal(credits) && Number(credits) > 0;
  const mean = isAsked ? neededMean(now, rational(wanted), rational(credits)) : undefined;
  const wrongId = useId();
  const field = (label: string, value: string, onType: (text: string) => void) => {
    const isWrong = value !== '' && !isDecimal(typedDecimal(value));
    return (
      <View style={{ flex: 1, minWidth: 140 }}>
        <TextInput
          mode="outlined"
          dense
          label={label}
          aria-label={label}
          inputMode="decimal"
          value={value}
          onChangeText={onType}
          {...tied(isWrong, `${wrongId} ${label}`.replace(/\W/g, ''))}
          style={{ backgroundColor: c.card }}
        />
        {isWrong && <Wrong id={`${wrongId} ${label}`.replace(/\W/g, '')}>A number such as 3.5.</Wrong>}
      </View>
    );
  };
  return (
    <Fold title="A GPA for the end" summary="What average the credits that are left must bring.">
      <Row gap="m" wrap>
        {field('GPA in the end', target, setTarget)}
        {field('Credits that are left', left, setLeft)}
      </Row>
      {mean && (
        <Stack gap="xs" role="status">
          <Text variant="bodyLarge">
            {mean.s <= 0n ? (
              'It is reached whatever comes.'
            ) : (
              <>
                They must bring <Figure>{gpaText(mean, settings)}</Figure> on average.
              </>
            )}
          </Text>
          <Soft>
            ({wanted} × {decimalText(now.credits.add(rational(credits)), 2)} credits −{' '}
            {decimalText(now.points ? now.points.mul(now.credits) : rational('0'), 4)} so far) ÷ {credits}
          </Soft>
        </Stack>
      )}
    </Fold>
  );
}
