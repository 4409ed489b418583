import { courseSetting, setting, type Course, type CourseNode } from '@fidens/core';
import type { EditRules } from '@/model/rule-draft';
import { LEVEL_SCALES } from '@fidens/core';
import { Choice } from '@/ui/fields/choice';
import { Fold } from '@/ui/fold';

interface ScaleOfProps {
  course: Course;
  node: CourseNode;
  edit: EditRules;
}

const AS_COURSE = '';

/** On which scale scores of a category or piece are marked, where that is not the course's: levels for essays in a course of letters. */
export function ScaleOf({ course, node, edit }: ScaleOfProps) {
  const { scales = {} } = course;
  const ready = LEVEL_SCALES.filter(({ name }) => !Object.hasOwn(scales, name));
  const options = [
    { value: AS_COURSE, label: 'As the course' },
    ...Object.keys(scales).map((name) => ({ value: name, label: name })),
    ...ready.map(({ name }) => ({ value: name, label: name })),
  ];
  return (
    <Fold title={`Scores of ${node.name} are marked`} summary={node.scale ?? 'on the course’s own scale'}>
      <Choice
        label={`The scale of ${node.name}`}
        value={node.scale ?? AS_COURSE}
        options={options}
        onChange={(name) => {
          const added = ready.find((preset) => preset.name === name);
          edit([
            ...(added ? [courseSetting({ scales: { ...scales, [name]: added.scale } })] : []),
            setting(node.id, { scale: name === AS_COURSE ? undefined : name }),
          ]);
        }}
      />
    </Fold>
  );
}
