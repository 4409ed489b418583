import { find, type Course, type CourseNode } from '@fidens/core';
import { useState } from 'react';
import { Button } from 'react-native-paper';
import { Stack } from '@/ui/box';
import { Choice } from '@/ui/fields/choice';

interface NodeChoiceProps {
  /** What is chosen, for a screen reader. */
  label: string;
  course: Course;
  /** The id that is chosen, if any. */
  value: string | undefined;
  nodes: readonly CourseNode[];
  /** What choosing nothing is called; where it is left out, something must be chosen. */
  none?: string;
  onChange: (id: string | undefined) => void;
}

/** So many are in sight at once; the rest is asked for. */
const FIRST = 6;

/** A choice of one category or piece of a course. */
export function NodeChoice({ label, course, value, nodes, none, onChange }: NodeChoiceProps) {
  const [isAll, setIsAll] = useState(false);
  const first = nodes.slice(0, FIRST);
  const chosen = nodes.find(({ id }) => id === value);
  const shown = isAll ? nodes : chosen && !first.includes(chosen) ? [...first, chosen] : first;
  return (
    <Stack gap="xs">
      <Choice
        label={label}
        value={value ?? ''}
        options={[
          ...(none === undefined ? [] : [{ value: '', label: none }]),
          ...shown.map((node) => ({ value: node.id, label: nameIn(course, node) })),
        ]}
        onChange={(id) => onChange(id === '' ? undefined : id)}
      />
      {shown.length < nodes.length && (
        <Button compact style={{ alignSelf: 'flex-start' }} onPress={() => setIsAll(true)}>
          Another piece
        </Button>
      )}
    </Stack>
  );
}

/** A node's name, with its category where another has the same. */
function nameIn(course: Course, node: CourseNode): string {
  const above = find(course, node.id)?.ancestors.at(-1);
  return above && above !== course.root ? `${node.name} in ${above.name}` : node.name;
}
