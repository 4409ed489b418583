import { JOI_OPTIONS, termSchema } from '@fidens/core';
import { joiResolver } from '@hookform/resolvers/joi';
import Joi from 'joi';
import { useEffect } from 'react';
import { useForm } from 'react-hook-form';
import { View } from 'react-native';
import { Button } from 'react-native-paper';
import { faultsOf, reasonOf } from '@/data/api';
import type { Term } from '@/data/term-days';
import { Row, Stack } from '@/ui/box';
import { DayField } from '@/ui/fields/day-field';
import { FormField } from '@/ui/fields/form-field';
import { Wrong } from '@/ui/text';

/** Two beside each other, where both can be read whole. */
const DAY = { flexGrow: 1, flexBasis: 140 };

/** What a form of a term holds. */
export type TermFields = Pick<Term, 'name' | 'startsOn' | 'endsOn'>;

interface Fields {
  name: string;
  startsOn: string;
  endsOn: string;
}

const formSchema = termSchema.keys({ startsOn: Joi.string().allow(''), endsOn: Joi.string().allow('') });

interface TermFormProps {
  label: string;
  button: string;
  term: TermFields;
  /** Whether it is kept although nothing was changed: for a term that is not there yet. */
  isNew?: boolean;
  busy: boolean;
  error: unknown;
  onKeep: (fields: TermFields) => void;
}

/** A term's name and days. */
export function TermForm({ label, button, term, isNew = false, busy, error, onKeep }: TermFormProps) {
  const { control, handleSubmit, setError, formState } = useForm<Fields>({
    resolver: joiResolver(formSchema, JOI_OPTIONS),
    defaultValues: { name: term.name, startsOn: term.startsOn ?? '', endsOn: term.endsOn ?? '' },
  });
  const keep = () =>
    void handleSubmit(({ name, startsOn, endsOn }) =>
      onKeep({ name, startsOn: startsOn || null, endsOn: endsOn || null }),
    )();
  useEffect(() => {
    for (const { at, message } of faultsOf(error)) setError(at as keyof Fields, { message });
  }, [error, setError]);
  return (
    <Stack gap="m" role="form" aria-label={label}>
      <FormField control={control} name="name" label="Name" onSubmitEditing={keep} />
      <Row gap="m" wrap>
        <View style={DAY}>
          <DayField control={control} name="startsOn" label="First day" onEnter={keep} />
        </View>
        <View style={DAY}>
          <DayField control={control} name="endsOn" label="Last day" onEnter={keep} />
        </View>
      </Row>
      {!!error && faultsOf(error).length === 0 && <Wrong>{reasonOf(error)}</Wrong>}
      <Button
        mode={isNew ? 'contained' : 'contained-tonal'}
        style={{ alignSelf: 'flex-start' }}
        onPress={keep}
        disabled={(!isNew && !formState.isDirty) || busy}
        loading={busy}
      >
        {button}
      </Button>
    </Stack>
  );
}
