import { assessmentFields, JOI_OPTIONS, type Assessment, type Category } from '@fidens/core';
import { joiResolver } from '@hookform/resolvers/joi';
import Joi from 'joi';
import { useForm } from 'react-hook-form';
import { View } from 'react-native';
import { Button } from 'react-native-paper';
import { newId } from '../course/new-id';
import type { StoredCourse } from '../data/courses';
import { useChange } from '../data/use-change';
import { SPACE } from '../theme/layout';
import { useColours } from '../theme/paper-theme';
import { DayField, endOfDay } from './day-field';
import { FormField } from './form-field';

interface Fields {
  name: string;
  possible: string;
  weight: string;
  day: string;
}

const formSchema = Joi.object({
  name: assessmentFields.name.required(),
  possible: assessmentFields.possible.required(),
  weight: assessmentFields.weight.allow(''),
  day: Joi.string()
    .allow('')
    .pattern(/^\d{4}-\d{2}-\d{2}$/)
    .messages({ 'string.pattern.base': 'must be a day' }),
});

interface PieceFormProps {
  course: StoredCourse;
  parent: Category;
  onDone: () => void;
}

/** A new piece: its name, its possible points, its due day and, where pieces have one, its weight. */
export function PieceForm({ course, parent, onDone }: PieceFormProps) {
  const c = useColours();
  const change = useChange(course);
  const hasWeight = parent.combine === 'weights';
  const last = parent.children.filter((child): child is Assessment => child.kind === 'assessment').at(-1);
  const { control, handleSubmit, reset, setFocus } = useForm<Fields>({
    resolver: joiResolver(formSchema, JOI_OPTIONS),
    defaultValues: { name: '', possible: last?.possible ?? '100', weight: '', day: '' },
  });
  const add = (then: (possible: string) => void) =>
    void handleSubmit(({ name, possible, weight, day }) => {
      const node: Assessment = {
        kind: 'assessment',
        id: newId(),
        name: name.trim(),
        possible,
        ...(weight && { weight }),
        ...(day && { due: endOfDay(day) }),
      };
      change([{ op: 'add', parent: parent.id, node }]);
      then(possible);
    })();
  /** Enter adds, and makes the form ready for the next piece of the series. */
  const another = () =>
    add((possible) => {
      reset({ name: '', possible, weight: '', day: '' });
      setFocus('name');
    });
  return (
    <View
      role="form"
      aria-label={`New piece in ${parent.name}`}
      style={{
        gap: SPACE.s,
        backgroundColor: c.tint,
        borderRadius: 16,
        padding: SPACE.m,
        marginVertical: SPACE.s,
      }}
    >
      <FormField control={control} name="name" label="Name" autoFocus onSubmitEditing={another} />
      <View style={{ flexDirection: 'row', gap: SPACE.s }}>
        <View style={{ flex: 1 }}>
          <FormField
            control={control}
            name="possible"
            label="Possible"
            inputMode="decimal"
            onSubmitEditing={another}
          />
        </View>
        {hasWeight && (
          <View style={{ flex: 1 }}>
            <FormField
              control={control}
              name="weight"
              label="Weight"
              inputMode="decimal"
              onSubmitEditing={another}
            />
          </View>
        )}
        <View style={{ flex: 1.3 }}>
          <DayField control={control} name="day" label="Due" />
        </View>
      </View>
      <View style={{ flexDirection: 'row', gap: SPACE.s }}>
        <Button mode="contained" onPress={() => add(onDone)}>
          Add
        </Button>
        <Button onPress={onDone}>Close</Button>
      </View>
    </View>
  );
}
