import { createElement } from 'react';
import { Controller, type Control, type FieldValues, type Path } from 'react-hook-form';
import { View } from 'react-native';
import { HelperText, Text } from 'react-native-paper';
import { TEXT, useColours, useFidensTheme } from '@/theme/paper-theme';

interface DayFieldProps<F extends FieldValues> {
  control: Control<F>;
  name: Path<F>;
  label: string;
}

/** A day, chosen in the browser's own calendar, which knows the student's language, keyboard and screen reader. */
export function DayField<F extends FieldValues>({ control, name, label }: DayFieldProps<F>) {
  const c = useColours();
  const { dark } = useFidensTheme();
  return (
    <Controller
      control={control}
      name={name}
      render={({ field: { value, onChange, onBlur }, fieldState: { error } }) => (
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
              backgroundColor: c.paper,
              zIndex: 1,
            }}
          >
            {label}
          </Text>
          {createElement('input', {
            type: 'date',
            'aria-label': label,
            'aria-invalid': !!error,
            value,
            onChange: ({ target }: { target: { value: string } }) => onChange(target.value),
            onBlur,
            style: {
              height: 50,
              boxSizing: 'border-box',
              width: '100%',
              padding: '0 10px',
              borderRadius: 4,
              border: `1px solid ${c.segment}`,
              background: c.paper,
              color: c.ink,
              colorScheme: dark ? 'dark' : 'light',
              fontFamily: TEXT,
              fontSize: 15,
            },
          })}
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
