import { View } from 'react-native';
import { Text } from 'react-native-paper';
import { TEXT, useColours, useFidensTheme } from '@/theme/paper-theme';

interface SelectFieldProps<T extends string> {
  /** What is chosen, for a screen reader; `shown` is what stands on it. */
  label: string;
  shown?: string;
  value: T;
  options: readonly { value: T; label: string }[];
  onChange: (value: T) => void;
  /** As a part of a sentence: as wide as what is chosen. */
  inline?: boolean;
}

/** A choice of one among many, in the browser's own list, which knows the student's keyboard and screen reader. */
export function SelectField<T extends string>({
  label,
  shown,
  value,
  options,
  onChange,
  inline = false,
}: SelectFieldProps<T>) {
  const c = useColours();
  const { dark } = useFidensTheme();
  return (
    <View style={{ gap: 2, maxWidth: inline ? '100%' : 340, ...(!inline && { flexGrow: 1, minWidth: 130 }) }}>
      {shown !== undefined && (
        <Text variant="labelSmall" aria-hidden numberOfLines={1} style={{ color: c.soft }}>
          {shown}
        </Text>
      )}
      <select
        aria-label={label}
        value={value}
        onChange={({ target }) => onChange(target.value as T)}
        style={{
          height: 44,
          width: inline ? 'auto' : '100%',
          maxWidth: '100%',
          textOverflow: 'ellipsis',
          boxSizing: 'border-box',
          padding: '0 8px',
          borderRadius: 4,
          border: `1px solid ${c.segment}`,
          background: c.card,
          color: c.ink,
          colorScheme: dark ? 'dark' : 'light',
          fontFamily: TEXT,
          fontSize: 15,
        }}
      >
        {options.map((option) => (
          <option key={option.value} value={option.value}>
            {option.label}
          </option>
        ))}
      </select>
    </View>
  );
}
