import { JOI_OPTIONS } from '@fidens/core';
import { joiResolver } from '@hookform/resolvers/joi';
import type Joi from 'joi';
import type { ComponentProps } from 'react';
import { useForm } from 'react-hook-form';
import { Button } from 'react-native-paper';
import { faultsOf, reasonOf } from '@/data/api';
import { Stack } from '@/ui/box';
import { FormField } from '@/ui/fields/form-field';
import { staysHere } from '@/ui/fields/stays-here';
import { Soft, Wrong } from '@/ui/text';

type Fields = Record<string, string>;
type Input = ComponentProps<typeof FormField>;

/** One field of such a form. */
export interface AccountField extends Pick<Input, 'autoComplete' | 'inputMode' | 'secureTextEntry' | 'hint'> {
  readonly name: string;
  readonly label: string;
  readonly start?: string;
}

interface AccountFormProps {
  label: string;
  button: string;
  schema: Joi.ObjectSchema;
  fields: readonly AccountField[];
  /** Sends what was typed: answered once it is done. */
  onSend: (typed: Fields) => Promise<unknown>;
  error: unknown;
  isPending: boolean;
  /** What is said once it is done. */
  done?: string | undefined;
  /** It takes something away. */
  grave?: boolean;
}

/** A change of the account: its fields, what is wrong with each, and whether it is done. */
export function AccountForm({
  label,
  button,
  schema,
  fields,
  onSend,
  error,
  isPending,
  done,
  grave = false,
}: AccountFormProps) {
  const start = Object.fromEntries(fields.map(({ name, start: value = '' }) => [name, value]));
  const { control, handleSubmit, setError, reset } = useForm<Fields>({
    resolver: joiResolver(schema, JOI_OPTIONS),
    defaultValues: start,
  });
  const send = () =>
    void handleSubmit((typed) =>
      onSend(typed).then(
        () =>
          reset({
            ...typed,
            ...Object.fromEntries(
              fields.map((field) => [field.name, field.secureTextEntry ? '' : typed[field.name]!]),
            ),
          }),
        (refusal: unknown) => {
          for (const { at, message } of faultsOf(refusal)) setError(at, { message });
        },
      ),
    )();
  return (
    <Stack gap="m" ref={staysHere} role="form" aria-label={label}>
      {fields.map(({ name, label: shown, start: _start, ...input }, index) => (
        <FormField
          key={name}
          control={control}
          name={name}
          label={shown}
          {...input}
          {...(index === fields.length - 1 && { onSubmitEditing: send })}
        />
      ))}
      {!!error && faultsOf(error).length === 0 && <Wrong>{reasonOf(error)}</Wrong>}
      <Button
        mode={grave ? 'outlined' : 'contained-tonal'}
        style={{ alignSelf: 'flex-start' }}
        loading={isPending}
        onPress={send}
      >
        {button}
      </Button>
      {done !== undefined && (
        <Stack gap="xs" role="status">
          <Soft>{done}</Soft>
        </Stack>
      )}
    </Stack>
  );
}
