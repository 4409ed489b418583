import { Controller, type Control, type FieldValues, type Path } from 'react-hook-form';
import { View } from 'react-native';
import { HelperText } from 'react-native-paper';
import { BrowserField } from './browser-field';

interface DayFieldProps<F extends FieldValues> {
  control: Control<F>;
  name: Path<F>;
  label: string;
  /** What it stands on. */
  ground?: 'tint' | 'paper';
  onEnter?: () => void;
}

/** A day in a form. */
export function DayField<F extends FieldValues>({
  control,
  name,
  label,
  ground = 'paper',
  onEnter,
}: DayFieldProps<F>) {
  return (
    <Controller
      control={control}
      name={name}
      render={({ field: { value, onChange, onBlur }, fieldState: { error } }) => (
        <View>
          <BrowserField
            type="date"
            label={label}
            shown={label}
            value={value}
            isWrong={!!error}
            ground={ground}
            height={50}
            onType={onChange}
            onLeave={onBlur}
            {...(onEnter && { onEnter })}
          />
          {error && (
            <HelperText type="error" padding="none" role="alert">
              {label} {error.message}.
            </HelperText>
          )}
        </View>
      )}
    />
  );
}

/** The moment at which a day ends where the student is: work due "on Friday" is due until midnight. */
export function endOfDay(day: string): string {
  return new Date(`${day}T23:59:00`).toISOString();
}
