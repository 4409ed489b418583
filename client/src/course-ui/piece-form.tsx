import {
  assessmentFields,
  JOI_OPTIONS,
  typedDecimal,
  type Assessment,
  type Category,
  type Edit,
} from '@fidens/core';
import { joiResolver } from '@hookform/resolvers/joi';
import { addDays } from 'date-fns/addDays';
import { differenceInCalendarDays } from 'date-fns/differenceInCalendarDays';
import { format } from 'date-fns/format';
import Joi from 'joi';
import { useRef, useState } from 'react';
import { Controller, useForm, useWatch } from 'react-hook-form';
import { View } from 'react-native';
import { Button } from 'react-native-paper';
import { newId } from '@/model/new-id';
import type { EditRules } from '@/model/rule-draft';
import { seriesOf, seriesWords } from '@/model/series';
import { SPACE } from '@/theme/layout';
import { useColours } from '@/theme/paper-theme';
import { Row } from '@/ui/box';
import { Choice } from '@/ui/fields/choice';
import { DayField, endOfDay } from '@/ui/fields/day-field';
import { FormField } from '@/ui/fields/form-field';
import { STAYS } from '@/ui/fields/stays';
import { typedSchema } from '@/ui/fields/typed-schema';
import { useNextRow } from '@/ui/fields/use-next-row';
import { Fold } from '@/ui/fold';
import { Soft, Wrong } from '@/ui/text';
import { useEscape, useInSight, usePastedLines } from '@/ui/hooks/use-frame';
import { PART_WORDS, partFields, partOf, PARTS, type Part } from './parts';
import { PieceList } from './piece-list';

interface Fields {
  name: string;
  possible: string;
  weight: string;
  day: string;
  pieces: string;
  every: string;
  part: Part;
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
  part: Joi.valid('counts', 'extra', 'not'),
});

const EMPTY: Fields = {
  name: '',
  possible: '',
  weight: '',
  day: '',
  pieces: '1',
  every: '7',
  part: 'counts',
};

interface PieceFormProps {
  parent: Category;
  edit: EditRules;
  onDone: () => void;
}

/**
 * New pieces of a category, one after another: a name, Enter, the next name. What a piece is out of, its weight, how it takes part and
 * how far apart due days lie stay as they were last given. Or a series, or a whole list that is pasted.
 */
export function PieceForm({ parent, edit, onDone }: PieceFormProps) {
  const c = useColours();
  const hasWeight = parent.combine === 'weights';
  const own = parent.children.filter((child): child is Assessment => child.kind === 'assessment');
  const last = own.at(-1);
  const { control, handleSubmit, reset, formState } = useForm<Fields>({
    resolver: joiResolver(formSchema, JOI_OPTIONS),
    defaultValues: { ...EMPTY, ...likeLast(own) },
  });
  const nextRow = useNextRow();
  const [added, setAdded] = useState<{ readonly what: string }>();
  const [pasted, setPasted] = useState<{ readonly text: string; readonly time: number }>();
  const [refused, setRefused] = useState<string>();
  const frame = useRef<View>(null);
  useEscape(frame, onDone);
  usePastedLines(frame, (text) => setPasted({ text, time: (pasted?.time ?? 0) + 1 }));
  useInSight(frame);
  // Until somebody says what a piece is out of, here or in the piece before it, that is only the default.
  const isSaid = formState.dirtyFields.possible || (last !== undefined && !last.presumed);
  const add = () =>
    void handleSubmit(({ name, possible, weight, day, pieces, every, part }) => {
      const made = seriesOf({ name, pieces: Number(pieces), day, every: Number(every) }, parent);
      const nodes = made.map((piece): Assessment => ({
        kind: 'assessment',
        id: newId(),
        name: piece.name,
        possible,
        ...(!isSaid && { presumed: true }),
        ...(weight && { weight }),
        ...(piece.day && { due: endOfDay(piece.day) }),
        ...partFields(part),
      }));
      const reason = edit(
        nodes.map((node): Edit => ({ op: 'add', parent: parent.id, node })),
        nodes.length > 1 ? `${nodes.length} pieces added` : undefined,
      );
      setRefused(reason);
      if (reason !== undefined) return;
      nextRow.begin(() => {
        setAdded({ what: nodes.length > 1 ? `${nodes.length} pieces` : nodes[0]!.name });
        reset({ ...EMPTY, possible, weight, part, day: dayAfter([...own, ...nodes]) });
      });
    })();
  const typed = useWatch({ control }) as Fields;
  const series = Number(typed.pieces) > 1 && formSchema.validate(typed).error === undefined;
  const enter = { onSubmitEditing: add, ...STAYS } as const;
  return (
    <View
      ref={frame}
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
      <FormField control={control} name="name" label="Name" autoFocus fieldRef={nextRow.first} {...enter} />
      <Row gap="s">
        <View style={{ flex: 1 }}>
          <FormField control={control} name="possible" label="Out of" inputMode="decimal" {...enter} />
        </View>
        {hasWeight && (
          <View style={{ flex: 1 }}>
            <FormField control={control} name="weight" label="Weight" inputMode="decimal" {...enter} />
          </View>
        )}
        <View style={{ flex: 1.3 }}>
          <DayField control={control} name="day" label="Due" ground="tint" onEnter={add} />
        </View>
      </Row>
      <Fold title="Several at once" summary="A series: Quiz 1 to 10, every Monday.">
        <Row gap="s">
          <View style={{ flex: 1 }}>
            <FormField control={control} name="pieces" label="How many" inputMode="numeric" {...enter} />
          </View>
          <View style={{ flex: 1 }}>
            <FormField control={control} name="every" label="Days apart" inputMode="numeric" {...enter} />
          </View>
        </Row>
      </Fold>
      <Fold title="How it counts" summary={PART_WORDS[typed.part]}>
        <Controller
          control={control}
          name="part"
          render={({ field: { value, onChange } }) => (
            <Choice label="How the new piece takes part" value={value} options={PARTS} onChange={onChange} />
          )}
        />
      </Fold>
      <Fold
        key={pasted?.time ?? 0}
        title="A list of pieces"
        summary="Paste it, one piece a line: Essay 1, 50, 12 Oct."
        startsOpen={pasted !== undefined}
      >
        <PieceList
          parent={parent}
          edit={edit}
          text={pasted?.text ?? ''}
          possible={typedDecimal(typed.possible)}
          isSaid={isSaid}
          onAdded={(what) => setAdded({ what })}
        />
      </Fold>
      {series && (
        <Soft>
          {seriesWords(
            seriesOf({ ...typed, pieces: Number(typed.pieces), every: Number(typed.every) }, parent),
          )}
        </Soft>
      )}
      {refused !== undefined && <Wrong>{refused}</Wrong>}
      <Row gap="s" align="center" wrap>
        <Button mode="contained" onPress={add}>
          Add
        </Button>
        <Button onPress={onDone}>Done</Button>
        <View role="status">{added && <Soft>Added: {added.what}.</Soft>}</View>
      </Row>
    </View>
  );
}

/** What a new piece has of those before it in its category. */
function likeLast(own: readonly Assessment[]): Partial<Fields> {
  const last = own.at(-1);
  return {
    possible: last?.possible ?? '100',
    weight: last?.weight ?? '',
    part: last ? partOf(last) : 'counts',
    day: dayAfter(own),
  };
}

/** The day that goes on as far apart as the last two are; nothing where these have none. */
function dayAfter(own: readonly Assessment[]): string {
  const [before, last] = own.slice(-2).map(({ due }) => due && new Date(due));
  if (!before || !last) return '';
  const apart = differenceInCalendarDays(last, before);
  return apart > 0 ? format(addDays(last, apart), 'yyyy-MM-dd') : '';
}
