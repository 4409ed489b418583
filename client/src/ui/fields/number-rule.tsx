import { decimalSchema, positiveDecimalSchema } from '@fidens/core';
import { KeptField } from './kept-field';

interface NumberRuleProps {
  /** What it is, for a screen reader; `shown` is what stands on it. */
  label: string;
  shown?: string;
  value: string | undefined;
  /** Nothing where the field was emptied. */
  onKeep: (value: string | undefined) => string | undefined | void;
  /** What would be right, where something is not. */
  wants: string;
  /** Must be above 0. */
  positive?: boolean;
  /** Must not be left empty. */
  required?: boolean;
  /** A whole number. */
  whole?: boolean;
  width?: number;
  autoFocus?: boolean;
  /** What is typed and right, before it is kept; nothing once the field is left. */
  onType?: ((text: string | undefined) => void) | undefined;
  /** Where the field is, and where Enter leads, in a column of fields. */
  fieldRef?: (field: { focus: () => void } | null) => void;
  onEnter?: () => void;
}

/** A number of a rule in a field that keeps itself. */
export function NumberRule({
  label,
  shown,
  value,
  onKeep,
  wants,
  width = 108,
  autoFocus = false,
  onType,
  fieldRef,
  onEnter,
  ...form
}: NumberRuleProps) {
  return (
    <KeptField
      label={label}
      shown={shown}
      value={value ?? ''}
      fault={(text) => (isRight(text, form) ? undefined : wants)}
      onKeep={(text) => onKeep(text === '' ? undefined : text)}
      style={{ width }}
      numeric
      autoFocus={autoFocus}
      onType={onType}
      fieldRef={fieldRef}
      onEnter={onEnter}
    />
  );
}

function isRight(
  text: string,
  {
    positive = false,
    required = false,
    whole = false,
  }: Pick<NumberRuleProps, 'positive' | 'required' | 'whole'>,
): boolean {
  if (text === '') return !required;
  if (whole && !/^\d{1,4}$/.test(text)) return false;
  return !(positive ? positiveDecimalSchema() : decimalSchema()).validate(text).error;
}
