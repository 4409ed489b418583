import { useEffect, useRef, useState } from 'react';
import { View } from 'react-native';
import { Text, TextInput } from 'react-native-paper';
import { useColours } from '../theme/paper-theme';
import { useLeaving } from './use-leaving';

interface KeptFieldProps {
  /** What it is, for a screen reader; `shown` is what stands on it. */
  label: string;
  shown: string;
  value: string;
  fault: (text: string) => string | undefined;
  onKeep: (text: string) => void;
  style: object;
  numeric?: boolean;
  autoFocus?: boolean;
  /** What is typed and right, before it is kept; nothing once the field is left. */
  onType?: ((text: string | undefined) => void) | undefined;
}

/** A field that keeps itself when it is left, or on Enter; what is not right stays in it, with what would be. */
export function KeptField({
  label,
  shown,
  value,
  fault,
  onKeep,
  style,
  numeric = false,
  autoFocus = false,
  onType,
}: KeptFieldProps) {
  const c = useColours();
  const [text, setText] = useState(value);
  const told = useRef(value);
  useEffect(() => {
    if (told.current === value) return;
    told.current = value;
    setText(value);
  }, [value]);
  const typed = numeric ? text.trim().replace(',', '.') : text;
  const wrong = fault(typed);
  const type = (next: string) => {
    setText(next);
    const read = numeric ? next.trim().replace(',', '.') : next;
    if (!fault(read)) onType?.(read);
  };
  const keep = () => {
    onType?.(undefined);
    if (wrong || typed === value || typed === told.current) return;
    told.current = typed;
    onKeep(typed);
  };
  useLeaving(keep);
  return (
    <View style={style}>
      <TextInput
        mode="outlined"
        dense
        autoFocus={autoFocus}
        label={shown}
        aria-label={label}
        aria-invalid={!!wrong}
        value={text}
        onChangeText={type}
        onBlur={keep}
        onSubmitEditing={keep}
        error={!!wrong}
        inputMode={numeric ? 'decimal' : 'text'}
        style={{ backgroundColor: c.card }}
      />
      {wrong && (
        <Text variant="bodySmall" role="alert" style={{ color: c.error }}>
          {wrong}
        </Text>
      )}
    </View>
  );
}
