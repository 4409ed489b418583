import { memo, useCallback, useRef } from 'react';
import { Pressable } from 'react-native';
import { Text } from 'react-native-paper';
import { SPACE, TOUCH } from '@/theme/layout';
import { useColours } from '@/theme/paper-theme';
import { Row, Stack } from '@/ui/box';
import { useLatest } from '@/ui/hooks/use-latest';
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
  const fields = useRef<(Field | null)[]>([]);
  const keep = useCallback((index: number, field: Field | null) => void (fields.current[index] = field), []);
  const chosen = options.findIndex((option) => option.value === value);
  const hint = options[chosen]?.hint;
  const choose = useLatest((index: number) => onChange(options[index]!.value));
  const goTo = useLatest((index: number) => {
    const place = (index + options.length) % options.length;
    fields.current[place]?.focus();
    choose(place);
  });
  return (
    <Stack gap="xs">
      <Row role="radiogroup" aria-label={label} gap="xs" wrap>
        {options.map((option, index) => (
          <Option
            key={option.value}
            index={index}
            label={option.label}
            isChosen={index === chosen}
            isStop={index === Math.max(0, chosen)}
            keep={keep}
            choose={choose}
            goTo={goTo}
          />
        ))}
      </Row>
      {hint && <Hint>{hint}</Hint>}
    </Stack>
  );
}

function Hint({ children }: { children: string }) {
  const { soft } = useColours();
  return (
    <Text variant="bodySmall" style={{ color: soft }}>
      {children}
    </Text>
  );
}

interface Field {
  focus: () => void;
}

interface OptionProps {
  index: number;
  label: string;
  isChosen: boolean;
  /** Whether the Tab key comes to it. */
  isStop: boolean;
  keep: (index: number, field: Field | null) => void;
  choose: (index: number) => void;
  goTo: (index: number) => void;
}

/** As long as it says the same, it is not drawn again: some choices have many. */
const Option = memo(function Option({ index, label, isChosen, isStop, keep, choose, goTo }: OptionProps) {
  const c = useColours();
  return (
    <Pressable
      ref={(field) => keep(index, field)}
      role="radio"
      aria-checked={isChosen}
      tabIndex={isStop ? 0 : -1}
      onPress={() => choose(index)}
      {...({
        onKeyDown: (event: Key) =>
          press(event, {
            ' ': () => choose(index),
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
        {label}
      </Text>
    </Pressable>
  );
});
