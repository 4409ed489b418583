import { decimalSchema, JOI_OPTIONS, setting, type Category, type CourseNode, type Edit } from '@fidens/core';
import { joiResolver } from '@hookform/resolvers/joi';
import Joi from 'joi';
import { useId, useRef } from 'react';
import { useForm, useWatch } from 'react-hook-form';
import { View } from 'react-native';
import { IconButton } from 'react-native-paper';
import { newId } from '@/model/new-id';
import type { EditRules } from '@/model/rule-draft';
import { weightsFromText, type WeightLine } from '@/model/lines/weight-lines';
import { useColours } from '@/theme/paper-theme';
import { Row, Stack } from '@/ui/box';
import { Choice } from '@/ui/fields/choice';
import { FormField } from '@/ui/fields/form-field';
import { typedSchema } from '@/ui/fields/typed-schema';
import { useNextRow } from '@/ui/fields/use-next-row';
import { Soft, Wrong } from '@/ui/text';
import { usePastedLines } from '@/ui/hooks/use-frame';
import { plural, WEIGHT_WANTED } from '@/wording/words';

interface AddNodeProps {
  parent: Category;
  /** Of the whole course: what a new field is called then. */
  isRoot: boolean;
  edit: EditRules;
  autoFocus?: boolean;
}

const POSSIBLE = '100';

interface Fields {
  kind: CourseNode['kind'];
  name: string;
  weight: string;
}

const EMPTY: Fields = { kind: 'category', name: '', weight: '' };
const formSchema = Joi.object({
  kind: Joi.string(),
  name: Joi.string().allow(''),
  weight: typedSchema(decimalSchema(), 'must be a number from 0 up').allow(''),
});

/** A new category, or a piece that stands alone, by its name and weight; Enter adds it and makes room for the next. */
export function AddNode({ parent, isRoot, edit, autoFocus = false }: AddNodeProps) {
  const c = useColours();
  const { control, handleSubmit, reset, setValue, formState } = useForm<Fields>({
    resolver: joiResolver(formSchema, JOI_OPTIONS),
    defaultValues: EMPTY,
    mode: 'onChange',
  });
  const nextRow = useNextRow();
  const { kind = 'category', name = '' } = useWatch({ control });
  const wrongId = useId();
  const wrong = !!formState.errors.weight;
  const inWhich = isRoot ? '' : ` in ${parent.name}`;
  const word = kind === 'category' ? 'category' : 'piece';
  const frame = useRef<View>(null);
  usePastedLines(frame, (text) => setValue('name', text));
  const list = kind === 'category' ? weightsFromText(name) : undefined;
  const addAll = (lines: readonly WeightLine[]) => {
    const edits = lines.map(({ name: own, weight: share }): Edit => {
      const known = parent.children.find((child) => child.name.toLowerCase() === own.toLowerCase());
      return known
        ? setting(known.id, { weight: share })
        : { op: 'add', parent: parent.id, node: { ...newCategory(parent, own), weight: share } };
    });
    const byWeight = parent.combine === 'weights' ? [] : [setting(parent.id, { combine: 'weights' })];
    edit(
      [...byWeight, ...edits],
      plural(lines.length, 'category with its weight', 'categories with their weights'),
    );
  };
  const addOne = ({ kind: made, name: own, weight }: Fields) => {
    const common = { id: newId(), name: own.trim(), ...(weight && { weight }) };
    const node: CourseNode =
      made === 'category'
        ? { ...newCategory(parent, common.name), ...common }
        : { kind: made, ...common, possible: POSSIBLE, presumed: true };
    edit([{ op: 'add', parent: parent.id, node }]);
  };
  const add = () =>
    void handleSubmit((fields) => {
      if (fields.name.trim() === '') return;
      if (list) addAll(list);
      else addOne(fields);
      nextRow.begin(reset);
    })();
  const field = { control, dense: true, onSubmitEditing: add, style: { backgroundColor: c.paper } };
  return (
    <Stack gap="s" ref={frame} role="form" aria-label={`New category${inWhich}`}>
      <Row gap="s" align="center" wrap>
        {/* Beside the others where what is written on it can be read, above them where not. */}
        <View style={{ flexGrow: 1, flexBasis: 190 }}>
          <FormField
            {...field}
            name="name"
            fieldRef={nextRow.first}
            autoFocus={autoFocus}
            label={`Name of a new ${word}${inWhich}`}
            shown={kind === 'category' ? 'New category' : 'New piece'}
          />
        </View>
        {parent.combine === 'weights' && (
          <View style={{ width: 92 }}>
            <FormField
              {...field}
              name="weight"
              label={`Weight of the new ${word}${inWhich}`}
              shown="Weight"
              saidAt={wrongId}
              inputMode="decimal"
            />
          </View>
        )}
        <IconButton
          icon="plus"
          mode="contained"
          size={20}
          accessibilityLabel={`Add the ${word}${inWhich}`}
          disabled={name.trim() === '' || wrong}
          onPress={add}
        />
      </Row>
      {wrong && <Wrong id={wrongId}>{WEIGHT_WANTED}</Wrong>}
      {list && (
        <Soft>Enter makes {list.map(({ name: own, weight: share }) => `${own} ${share}`).join(', ')}.</Soft>
      )}
      {name !== '' && !list && (
        <Choice
          label={`What ${name} is`}
          value={kind}
          onChange={(next) => setValue('kind', next)}
          options={[
            { value: 'category', label: 'A category' },
            { value: 'assessment', label: 'One piece, such as an exam' },
          ]}
        />
      )}
    </Stack>
  );
}

/** A new category that adds up as those beside it do, where they agree. */
function newCategory({ children }: Category, name: string): Category {
  const beside = children.filter((child) => child.kind === 'category' && child.children.length > 0);
  const ways = new Set(beside.map((child) => (child as Category).combine ?? 'points'));
  const [way] = ways.size === 1 ? ways : [];
  return { kind: 'category', id: newId(), name, ...(way === 'equal' && { combine: way }), children: [] };
}
