import { momentText } from '@fidens/core';
import { format } from 'date-fns/format';
import { View } from 'react-native';
import { Text } from 'react-native-paper';
import { TEXT, useColours, useFidensTheme } from '@/theme/paper-theme';
import { Wrong } from '@/ui/text';
import { useKept } from './use-kept';

interface MomentFieldProps {
  /** What it is, for a screen reader; `shown` is what stands on it. */
  label: string;
  shown: string;
  /** ISO 8601; nothing where there is none. */
  value: string | undefined;
  /** Keeps what was chosen; answers why not, where it is refused. */
  onKeep: (value: string | undefined) => string | undefined | void;
  /** What it stands on. */
  ground?: 'tint' | 'card';
}

/** A day and time in the browser's own calendar, where the student is; it keeps itself when it is left, or on Enter. */
export function MomentField({ label, shown, value, onKeep, ground = 'tint' }: MomentFieldProps) {
  const c = useColours();
  const { dark } = useFidensTheme();
  const { text, wrong, type, keep } = useKept({
    value: value === undefined ? '' : localText(value),
    // What is typed in part only is empty for the browser, which is not the same as nothing.
    fault: (typed) => (typed === HALF ? 'A whole day and time, or nothing.' : undefined),
    onKeep: (typed) => onKeep(typed === '' ? undefined : momentText(new Date(typed))),
  });
  return (
    <View style={{ marginTop: 6, flexGrow: 1, flexBasis: 190 }}>
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
        type="datetime-local"
        aria-label={label}
        aria-invalid={!!wrong}
        value={text === HALF ? '' : text}
        onChange={({ target }) => type(target.validity.badInput ? HALF : target.value)}
        onBlur={keep}
        onKeyDown={({ key }) => key === 'Enter' && keep()}
        style={{
          height: 44,
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
      {wrong && <Wrong>{wrong}</Wrong>}
    </View>
  );
}

/** Stands for a day and time of which a part is missing. */
const HALF = 'half';

/** A moment as the browser's field has it: the student's own time, to the minute. */
function localText(moment: string): string {
  return format(new Date(moment), "yyyy-MM-dd'T'HH:mm");
}
