import { useRef } from 'react';
import { Pressable } from 'react-native';
import { Text } from 'react-native-paper';
import { SPACE, TOUCH } from '@/theme/layout';
import { useColours } from '@/theme/paper-theme';
import { Row, Stack } from '@/ui/box';
import { press, type Key } from '@/ui/keys';

interface ChoiceProps<T extends string> {
  /** What is chosen, for a screen reader. */
  label: string;
  value: T;
  options: readonly { value: T; label: string; hint?: string }[];
  onChange: (value: T) => void;
}

/**
 * A choice of one among a few, all in sight. It is one stop for the Tab key; arrows go from one to the next and choose it, as in any
 * group of radio buttons (ARIA Authoring Practices).
 */
export function Choice<T extends string>({ label, value, options, onChange }: ChoiceProps<T>) {
  const c = useColours();
  const fields = useRef<({ focus: () => void } | null)[]>([]);
  const chosen = options.findIndex((option) => option.value === value);
  const hint = options[chosen]?.hint;
  const goTo = (index: number) => {
    const place = (index + options.length) % options.length;
    fields.current[place]?.focus();
    onChange(options[place]!.value);
  };
  return (
    <Stack gap="xs">
      <Row role="radiogroup" aria-label={label} gap="xs" wrap>
        {options.map((option, index) => {
          const isChosen = index === chosen;
          return (
            <Pressable
              key={option.value}
              ref={(field) => {
                fields.current[index] = field;
              }}
              role="radio"
              aria-checked={isChosen}
              tabIndex={isChosen || (chosen === -1 && index === 0) ? 0 : -1}
              onPress={() => onChange(option.value)}
              {...({
                onKeyDown: (event: Key) =>
                  press(event, {
                    ' ': () => onChange(option.value),
                    ArrowRight: () => goTo(index + 1),
                    ArrowDown: () => goTo(index + 1),
                    ArrowLeft: () => goTo(index - 1),
                    ArrowUp: () => goTo(index - 1),
                  }),
              } as object)}
              style={{
                minHeight: TOUCH,
                justifyContent: 'center',
                paddingHorizontal: SPACE.s - (isChosen ? 1.5 : 0),
                borderRadius: 14,
                // Where the system has colours of its own, what is chosen is told by its frame.
                borderWidth: isChosen ? 2.5 : 1,
                borderColor: isChosen ? c.primary : c.rule,
                backgroundColor: isChosen ? c.primarySoft : 'transparent',
              }}
            >
              <Text variant="labelMedium" style={{ color: isChosen ? c.onPrimarySoft : c.soft }}>
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
