import { useId, type ComponentProps } from 'react';
import { Controller, type Control, type FieldValues, type Path } from 'react-hook-form';
import { View } from 'react-native';
import { HelperText, TextInput } from 'react-native-paper';
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
> {
  control: Control<F>;
  name: Path<F>;
  label: string;
  /** What the field wants, said before anything is wrong. */
  hint?: string;
}

/** One field of a form: its label, its value and, below it, what would be right. */
export function FormField<F extends FieldValues>({
  control,
  name,
  label,
  hint,
  ...input
}: FormFieldProps<F>) {
  const saidId = useId();
  return (
    <Controller
      control={control}
      name={name}
      render={({ field: { value, onChange, onBlur, ref }, fieldState: { error } }) => {
        const said = error ? `${label} ${error.message}.` : hint;
        return (
          <View>
            <TextInput
              ref={ref}
              mode="outlined"
              label={label}
              aria-label={label}
              aria-invalid={!!error}
              {...(said && ({ 'aria-describedby': saidId } as object))}
              value={value ?? ''}
              onChangeText={onChange}
              onBlur={onBlur}
              error={!!error}
              autoCapitalize="none"
              {...STAYS}
              {...input}
            />
            {said && (
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
