import { useId, type ComponentProps, type RefObject } from 'react';
import { Controller, type Control, type FieldValues, type Path } from 'react-hook-form';
import { View } from 'react-native';
import { HelperText, TextInput } from 'react-native-paper';
import type { Focusable } from './focusable';
import { STAYS } from './stays';

interface FormFieldProps<F extends FieldValues> extends Pick<
  ComponentProps<typeof TextInput>,
  | 'autoComplete'
  | 'inputMode'
  | 'secureTextEntry'
  | 'autoFocus'
  | 'onSubmitEditing'
  | 'placeholder'
  | 'submitBehavior'
  | 'blurOnSubmit'
  | 'dense'
  | 'maxLength'
  | 'multiline'
  | 'numberOfLines'
  | 'style'
> {
  control: Control<F>;
  name: Path<F>;
  label: string;
  /** What is written on it, where that is another than its name. */
  shown?: string;
  /** What it is called where something is wrong with it, where that is another than its name. */
  subject?: string;
  /** What the field wants, said before anything is wrong. */
  hint?: string;
  /** The id of the words that say what is wrong with it, where those stand elsewhere. */
  saidAt?: string;
  /** Where the field is kept while it is there, for who gives it the keyboard. */
  fieldRef?: RefObject<Focusable | null>;
}

/** One field of a form: its label, its value and, below it, what would be right. */
export function FormField<F extends FieldValues>({
  control,
  name,
  label,
  shown = label,
  subject = label,
  hint,
  saidAt,
  fieldRef,
  ...input
}: FormFieldProps<F>) {
  const saidId = useId();
  return (
    <Controller
      control={control}
      name={name}
      render={({ field: { value, onChange, onBlur, ref }, fieldState: { error } }) => {
        const said = error ? `${subject} ${error.message}.` : hint;
        return (
          <View>
            <TextInput
              ref={(field: Focusable | null) => {
                ref(field);
                if (fieldRef) fieldRef.current = field;
              }}
              mode="outlined"
              label={shown}
              aria-label={label}
              aria-invalid={!!error}
              {...(said && ({ 'aria-describedby': saidAt ?? saidId } as object))}
              value={value ?? ''}
              onChangeText={onChange}
              onBlur={onBlur}
              error={!!error}
              autoCapitalize="none"
              {...STAYS}
              {...input}
            />
            {said && saidAt === undefined && (
              <HelperText
                nativeID={saidId}
                type={error ? 'error' : 'info'}
                padding="none"
                role={error ? 'alert' : undefined}
              >
                {said}
              </HelperText>
            )}
          </View>
        );
      }}
    />
  );
}
