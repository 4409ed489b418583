import { Pressable } from 'react-native';
import { Text } from 'react-native-paper';
import { SPACE, TOUCH } from '@/theme/layout';
import { useColours } from '@/theme/paper-theme';
import { Row, Stack } from '@/ui/box';

interface ChoiceProps<T extends string> {
  /** What is chosen, for a screen reader. */
  label: string;
  value: T;
  options: readonly { value: T; label: string; hint?: string }[];
  onChange: (value: T) => void;
}

/** A choice of one among a few, all in sight. */
export function Choice<T extends string>({ label, value, options, onChange }: ChoiceProps<T>) {
  const c = useColours();
  const hint = options.find((option) => option.value === value)?.hint;
  return (
    <Stack gap="xs">
      <Row role="radiogroup" aria-label={label} gap="xs" wrap>
        {options.map((option) => {
          const chosen = option.value === value;
          return (
            <Pressable
              key={option.value}
              role="radio"
              aria-checked={chosen}
              onPress={() => onChange(option.value)}
              style={{
                minHeight: TOUCH,
                justifyContent: 'center',
                paddingHorizontal: SPACE.s,
                borderRadius: 14,
                borderWidth: 1.5,
                borderColor: chosen ? c.primary : c.rule,
                backgroundColor: chosen ? c.primarySoft : 'transparent',
              }}
            >
              <Text variant="labelMedium" style={{ color: chosen ? c.onPrimarySoft : c.soft }}>
                {option.label}
              </Text>
            </Pressable>
          );
        })}
      </Row>
      {hint && (
        <Text variant="bodySmall" style={{ color: c.soft }}>
          {hint}
        </Text>
      )}
    </Stack>
  );
}
