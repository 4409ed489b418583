import { format } from 'date-fns/format';
import { useEffect, useRef, useState } from 'react';
import { View } from 'react-native';
import { Text } from 'react-native-paper';
import { TEXT, useColours, useFidensTheme } from '../theme/paper-theme';
import { useLeaving } from './use-leaving';

interface MomentFieldProps {
  /** What it is, for a screen reader; `shown` is what stands on it. */
  label: string;
  shown: string;
  /** ISO 8601; nothing where there is none. */
  value: string | undefined;
  onKeep: (value: string | undefined) => void;
  /** What it stands on. */
  ground?: 'tint' | 'card';
}

/** A day and time in the browser's own calendar, where the student is; it keeps itself when it is left, or on Enter. */
export function MomentField({ label, shown, value, onKeep, ground = 'tint' }: MomentFieldProps) {
  const c = useColours();
  const { dark } = useFidensTheme();
  const local = value === undefined ? '' : localText(value);
  const [text, setText] = useState(local);
  const told = useRef(local);
  useEffect(() => {
    if (told.current === local) return;
    told.current = local;
    setText(local);
  }, [local]);
  const keep = () => {
    if (text === told.current) return;
    told.current = text;
    onKeep(text === '' ? undefined : new Date(text).toISOString());
  };
  useLeaving(keep);
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
        value={text}
        onChange={({ target }) => setText(target.value)}
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
    </View>
  );
}

/** A moment as the browser's field has it: the student's own time, to the minute. */
function localText(moment: string): string {
  return format(new Date(moment), "yyyy-MM-dd'T'HH:mm");
}
