import { assessmentFields, JOI_OPTIONS, type Assessment, type Category, type Edit } from '@fidens/core';
import { joiResolver } from '@hookform/resolvers/joi';
import Joi from 'joi';
import { useForm, useWatch } from 'react-hook-form';
import { View } from 'react-native';
import { Button } from 'react-native-paper';
import { newId } from '@/model/new-id';
import type { EditRules } from '@/model/rule-draft';
import { seriesOf, seriesWords } from '@/model/series';
import { SPACE } from '@/theme/layout';
import { useColours } from '@/theme/paper-theme';
import { Row } from '@/ui/box';
import { DayField, endOfDay } from '@/ui/day-field';
import { Fold } from '@/ui/fold';
import { FormField } from '@/ui/form-field';
import { Soft } from '@/ui/text';
import { typedSchema } from '@/ui/typed-schema';

interface Fields {
  name: string;
  possible: string;
  weight: string;
  day: string;
  pieces: string;
  every: string;
}

const MOST_PIECES = 100;

/** A whole number from 1, as it is typed. */
function wholeSchema(most: number): Joi.StringSchema {
  const form = `must be a whole number from 1 to ${most}`;
  return Joi.string()
    .required()
    .custom((value: string, helpers) =>
      /^\d{1,3}$/.test(value) && Number(value) >= 1 && Number(value) <= most
        ? value
        : helpers.message({ custom: form }),
    )
    .messages({ 'string.empty': form });
}

const formSchema = Joi.object({
  name: assessmentFields.name.required(),
  possible: typedSchema(assessmentFields.possible, 'must be above 0').required(),
  weight: typedSchema(assessmentFields.weight, 'must be a number from 0 up').allow(''),
  day: Joi.string()
    .allow('')
    .pattern(/^\d{4}-\d{2}-\d{2}$/)
    .messages({ 'string.pattern.base': 'must be a day' }),
  pieces: wholeSchema(MOST_PIECES),
  every: wholeSchema(366),
});

const EMPTY: Fields = { name: '', possible: '', weight: '', day: '', pieces: '1', every: '7' };

interface PieceFormProps {
  parent: Category;
  edit: EditRules;
  onDone: () => void;
}

/** A new piece: its name, its possible points, its due day and, where pieces have one, its weight; or a whole series of them. */
export function PieceForm({ parent, edit, onDone }: PieceFormProps) {
  const c = useColours();
  const hasWeight = parent.combine === 'weights';
  const last = parent.children.filter((child): child is Assessment => child.kind === 'assessment').at(-1);
  const { control, handleSubmit, reset, setFocus, formState } = useForm<Fields>({
    resolver: joiResolver(formSchema, JOI_OPTIONS),
    defaultValues: { ...EMPTY, possible: last?.possible ?? '100' },
  });
  // Until somebody says what a piece is out of, here or in the piece before it, that is only the default.
  const isSaid = formState.dirtyFields.possible || (last !== undefined && !last.presumed);
  const add = (then: (possible: string) => void) =>
    void handleSubmit(({ name, possible, weight, day, pieces, every }) => {
      const made = seriesOf({ name, pieces: Number(pieces), day, every: Number(every) }, parent);
      const nodes = made.map((piece): Assessment => ({
        kind: 'assessment',
        id: newId(),
        name: piece.name,
        possible,
        ...(!isSaid && { presumed: true }),
        ...(weight && { weight }),
        ...(piece.day && { due: endOfDay(piece.day) }),
      }));
      edit(
        nodes.map((node): Edit => ({ op: 'add', parent: parent.id, node })),
        nodes.length > 1 ? `${nodes.length} pieces added` : undefined,
      );
      then(possible);
    })();
  const typed = useWatch({ control }) as Fields;
  const series = Number(typed.pieces) > 1 && formSchema.validate(typed).error === undefined;
  /** Enter adds, and makes the form ready for the next piece of the series. */
  const another = () =>
    add((possible) => {
      reset({ ...EMPTY, possible });
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
      <Row gap="s">
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
      </Row>
      <Fold title="Several at once" summary="A series: Quiz 1 to 10, every Monday.">
        <Row gap="s">
          <View style={{ flex: 1 }}>
            <FormField control={control} name="pieces" label="How many" inputMode="numeric" />
          </View>
          <View style={{ flex: 1 }}>
            <FormField control={control} name="every" label="Days apart" inputMode="numeric" />
          </View>
        </Row>
      </Fold>
      {series && (
        <Soft>
          {seriesWords(
            seriesOf({ ...typed, pieces: Number(typed.pieces), every: Number(typed.every) }, parent),
          )}
        </Soft>
      )}
      <Row gap="s">
        <Button mode="contained" onPress={() => add(onDone)}>
          Add
        </Button>
        <Button onPress={onDone}>Close</Button>
      </Row>
    </View>
  );
}
