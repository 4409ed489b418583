import { find, type Course, type CourseNode } from '@fidens/core';
import { SelectField } from '@/ui/fields/select-field';

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

/** A choice of one category or piece of a course, as a part of a sentence. */
export function NodeChoice({ label, course, value, nodes, none, onChange }: NodeChoiceProps) {
  return (
    <SelectField
      inline
      label={label}
      value={value ?? ''}
      options={[
        ...(none === undefined ? [] : [{ value: '', label: none }]),
        ...nodes.map((node) => ({ value: node.id, label: nameIn(course, node) })),
      ]}
      onChange={(id) => onChange(id === '' ? undefined : id)}
    />
  );
}

/** A node's name, with its category where it stands in one. */
function nameIn(course: Course, node: CourseNode): string {
  const above = find(course, node.id)?.ancestors.at(-1);
  return above && above !== course.root ? `${node.name} in ${above.name}` : node.name;
}
