import { View } from 'react-native';
import { Text } from 'react-native-paper';
import { TEXT, useColours, useFidensTheme } from '@/theme/paper-theme';

interface BrowserFieldProps {
  type: 'date' | 'datetime-local';
  /** What it is, for a screen reader; `shown` is what stands on it. */
  label: string;
  shown: string;
  value: string;
  isWrong: boolean;
  /** What it stands on. */
  ground: 'tint' | 'card' | 'paper';
  height: number;
  /** What was chosen; `isHalf` where a part of it is missing. */
  onType: (value: string, isHalf: boolean) => void;
  onLeave: () => void;
  onEnter?: () => void;
  /** The id of what says what is wrong. */
  describedBy?: string | undefined;
}

/** A day, or a day and time, in the browser's own calendar, which knows the student's language, keyboard and screen reader. */
export function BrowserField({
  type,
  label,
  shown,
  value,
  isWrong,
  ground,
  height,
  onType,
  onLeave,
  onEnter,
  describedBy,
}: BrowserFieldProps) {
  const c = useColours();
  const { dark } = useFidensTheme();
  return (
    <View style={{ marginTop: 6 }}>
      <Text
        variant="labelSmall"
        aria-hidden
        style={{
          position: 'absolute',
          top: -8,
          left: 10,
          paddingHorizontal: 4,
          color: c.soft,
          backgroundColor: c[ground],
          zIndex: 1,
        }}
      >
        {shown}
      </Text>
      <input
        type={type}
        aria-label={label}
        aria-invalid={isWrong}
        aria-describedby={describedBy}
        value={value}
        onChange={({ target }) => onType(target.value, target.validity.badInput)}
        onBlur={onLeave}
        onKeyDown={({ key }) => key === 'Enter' && onEnter?.()}
        style={{
          height,
          boxSizing: 'border-box',
          width: '100%',
          padding: '0 10px',
          borderRadius: 4,
          border: `1px solid ${c.segment}`,
          background: 'transparent',
          color: c.ink,
          colorScheme: dark ? 'dark' : 'light',
          fontFamily: TEXT,
          fontSize: 15,
        }}
      />
    </View>
  );
}
