import { decimalSchema, typedDecimal, type Category, type CourseNode } from '@fidens/core';
import { useRef, useState } from 'react';
import { IconButton, TextInput } from 'react-native-paper';
import { newId } from '@/model/new-id';
import type { EditRules } from '@/model/rule-draft';
import { useColours } from '@/theme/paper-theme';
import { Row, Stack } from '@/ui/box';
import { Choice } from '@/ui/fields/choice';
import { Wrong } from '@/ui/text';
import { WEIGHT_WANTED } from '@/wording/words';

interface AddNodeProps {
  parent: Category;
  /** Of the whole course: what a new field is called then. */
  isRoot: boolean;
  edit: EditRules;
}

const POSSIBLE = '100';

/** A new category, or a piece that stands alone, by its name and weight; Enter adds it and makes room for the next. */
export function AddNode({ parent, isRoot, edit }: AddNodeProps) {
  const c = useColours();
  const [kind, setKind] = useState<CourseNode['kind']>('category');
  const [name, setName] = useState('');
  const [weight, setWeight] = useState('');
  const typed = typedDecimal(weight);
  const wrong = typed !== '' && !!decimalSchema().validate(typed).error;
  const nameField = useRef<{ focus: () => void }>(null);
  const inWhich = isRoot ? '' : ` in ${parent.name}`;
  const word = kind === 'category' ? 'category' : 'piece';
  const add = () => {
    if (name.trim() === '' || wrong) return;
    const common = { id: newId(), name: name.trim(), ...(typed && { weight: typed }) };
    const node: CourseNode =
      kind === 'category'
        ? { kind, ...common, children: [] }
        : { kind, ...common, possible: POSSIBLE, presumed: true };
    edit([{ op: 'add', parent: parent.id, node }]);
    setName('');
    setWeight('');
    setKind('category');
    nameField.current?.focus();
  };
  const field = { mode: 'outlined', dense: true, onSubmitEditing: add, submitBehavior: 'submit' } as const;
  return (
    <Stack gap="s" role="form" aria-label={`New category${inWhich}`}>
      <Row gap="s" align="center">
        <TextInput
          {...field}
          ref={nameField as never}
          label={kind === 'category' ? 'New category' : 'New piece'}
          aria-label={`Name of a new ${word}${inWhich}`}
          value={name}
          onChangeText={setName}
          style={{ flex: 1, backgroundColor: c.paper }}
        />
        {parent.combine === 'weights' && (
          <TextInput
            {...field}
            label="Weight"
            aria-label={`Weight of the new ${word}${inWhich}`}
            value={weight}
            onChangeText={setWeight}
            error={wrong}
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
      {wrong && <Wrong>{WEIGHT_WANTED}</Wrong>}
      {name !== '' && (
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
