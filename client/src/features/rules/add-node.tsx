import {
  decimalSchema,
  setting,
  typedDecimal,
  type Category,
  type CourseNode,
  type Edit,
} from '@fidens/core';
import { useId, useRef, useState } from 'react';
import type { View } from 'react-native';
import { IconButton, TextInput } from 'react-native-paper';
import { newId } from '@/model/new-id';
import type { EditRules } from '@/model/rule-draft';
import { weightsFromText, type WeightLine } from '@/model/weight-lines';
import { useColours } from '@/theme/paper-theme';
import { Row, Stack } from '@/ui/box';
import { Choice } from '@/ui/fields/choice';
import { STAYS } from '@/ui/fields/stays';
import { tied } from '@/ui/fields/tied';
import { Soft, Wrong } from '@/ui/text';
import { usePastedLines } from '@/ui/use-frame';
import { plural, WEIGHT_WANTED } from '@/wording/words';

interface AddNodeProps {
  parent: Category;
  /** Of the whole course: what a new field is called then. */
  isRoot: boolean;
  edit: EditRules;
  autoFocus?: boolean;
}

const POSSIBLE = '100';

/** A new category, or a piece that stands alone, by its name and weight; Enter adds it and makes room for the next. */
export function AddNode({ parent, isRoot, edit, autoFocus = false }: AddNodeProps) {
  const c = useColours();
  const [kind, setKind] = useState<CourseNode['kind']>('category');
  const [name, setName] = useState('');
  const [weight, setWeight] = useState('');
  const typed = typedDecimal(weight);
  const wrongId = useId();
  const wrong = typed !== '' && !!decimalSchema().validate(typed).error;
  const nameField = useRef<{ focus: () => void }>(null);
  const inWhich = isRoot ? '' : ` in ${parent.name}`;
  const word = kind === 'category' ? 'category' : 'piece';
  const frame = useRef<View>(null);
  usePastedLines(frame, setName);
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
    setName('');
    nameField.current?.focus();
  };
  const add = () => {
    if (name.trim() === '' || wrong) return;
    if (list) return addAll(list);
    const common = { id: newId(), name: name.trim(), ...(typed && { weight: typed }) };
    const node: CourseNode =
      kind === 'category'
        ? { ...newCategory(parent, name.trim()), ...common }
        : { kind, ...common, possible: POSSIBLE, presumed: true };
    edit([{ op: 'add', parent: parent.id, node }]);
    setName('');
    setWeight('');
    setKind('category');
    nameField.current?.focus();
  };
  const field = { mode: 'outlined', dense: true, onSubmitEditing: add, ...STAYS } as const;
  return (
    <Stack gap="s" ref={frame} role="form" aria-label={`New category${inWhich}`}>
      <Row gap="s" align="center" wrap>
        <TextInput
          {...field}
          ref={nameField as never}
          autoFocus={autoFocus}
          label={kind === 'category' ? 'New category' : 'New piece'}
          aria-label={`Name of a new ${word}${inWhich}`}
          value={name}
          onChangeText={setName}
          // Beside the others where what is written on it can be read, above them where not.
          style={{ flexGrow: 1, flexBasis: 190, backgroundColor: c.paper }}
        />
        {parent.combine === 'weights' && (
          <TextInput
            {...field}
            label="Weight"
            aria-label={`Weight of the new ${word}${inWhich}`}
            value={weight}
            onChangeText={setWeight}
            {...tied(wrong, wrongId)}
            inputMode="decimal"
            style={{ width: 92, backgroundColor: c.paper }}
          />
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
          onChange={setKind}
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
