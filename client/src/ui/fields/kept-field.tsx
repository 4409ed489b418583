import { typedDecimal } from '@fidens/core';
import { useId } from 'react';
import { View } from 'react-native';
import { Text, TextInput } from 'react-native-paper';
import { useColours } from '@/theme/paper-theme';
import { STAYS } from '@/ui/fields/stays';
import { Wrong } from '@/ui/text';
import { tied } from './tied';
import { useTypedOver } from './typed-over';
import { useKept } from './use-kept';

interface KeptFieldProps {
  /** What it is, for a screen reader; `shown` is what stands on it, nothing where the column that it is in says it. */
  label: string;
  shown?: string | undefined;
  value: string;
  fault: (text: string) => string | undefined;
  /** Keeps what was typed; answers why not, where it is refused. */
  onKeep: (text: string) => string | undefined | void;
  style: object;
  numeric?: boolean;
  autoFocus?: boolean;
  /** What is wrong with it beside the others, where it is right by itself. */
  beside?: string | undefined;
  /** What is typed and right, before it is kept; nothing once the field is left. */
  onType?: ((text: string | undefined) => void) | undefined;
  /** Where the field is, for what leads to it. */
  fieldRef?: ((field: { focus: () => void } | null) => void) | undefined;
  /** Where Enter leads once it is kept. */
  onEnter?: (() => void) | undefined;
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
  beside,
  onType,
  fieldRef,
  onEnter,
}: KeptFieldProps) {
  const c = useColours();
  const read = numeric ? typedDecimal : undefined;
  const { text, wrong: own, meanwhile, type, keep } = useKept({ value, fault, read, onKeep });
  const wrong = own ?? beside;
  const wrongId = useId();
  useTypedOver(autoFocus);
  const leave = () => {
    onType?.(undefined);
    keep();
  };
  return (
    <View style={style}>
      <TextInput
        mode="outlined"
        dense
        autoFocus={autoFocus}
        {...(fieldRef && { ref: fieldRef })}
        {...(shown !== undefined && { label: shown })}
        aria-label={label}
        {...tied(!!wrong, wrongId)}
        value={text}
        onChangeText={(next) => {
          type(next);
          const wanted = read?.(next) ?? next;
          if (!fault(wanted)) onType?.(wanted);
        }}
        onBlur={leave}
        onSubmitEditing={() => {
          leave();
          onEnter?.();
        }}
        {...STAYS}
        inputMode={numeric ? 'decimal' : 'text'}
        style={{ backgroundColor: c.card, ...(shown === undefined && numeric && { textAlign: 'right' }) }}
      />
      {wrong && <Wrong id={wrongId}>{wrong}</Wrong>}
      {meanwhile !== undefined && (
        <Text variant="bodySmall" role="status" style={{ color: c.soft }}>
          It has become {meanwhile === '' ? 'empty' : `“${meanwhile}”`} meanwhile. Enter keeps yours.
        </Text>
      )}
    </View>
  );
}
