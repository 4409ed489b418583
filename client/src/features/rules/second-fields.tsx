import {
  byKinds,
  courseSetting,
  decimalSchema,
  find,
  halvesOf,
  libraryNameSchema,
  type Course,
  type CourseNode,
  type Second,
  type SecondGroup,
} from '@fidens/core';
import { View } from 'react-native';
import { Button } from 'react-native-paper';
import type { EditRules } from '@/model/rule-draft';
import { NodeChoice } from '@/rules/conditions/node-choice';
import { SPACE } from '@/theme/layout';
import { useColours } from '@/theme/paper-theme';
import { Row, Stack } from '@/ui/box';
import { Choice } from '@/ui/fields/choice';
import { KeptField } from '@/ui/fields/kept-field';
import { Soft } from '@/ui/text';

interface SecondFieldsProps {
  course: Course;
  edit: EditRules;
}

/** A second way of adding the same pieces up: its name, and its groups with their weights and what stands in each. */
export function SecondFields({ course, edit }: SecondFieldsProps) {
  const { second } = course;
  const keep = (next: Second | undefined) => edit([courseSetting({ second: next })]);
  if (!second) {
    const first = byKinds(halvesOf(course), 'The year') ?? topLevel(course);
    return (
      <Stack gap="s">
        <Soft>
          A school may give one grade for each part and another for the whole, from the same scores. Here is
          how that other one adds up; no score is entered twice.
        </Soft>
        {first && (
          <Button icon="plus" compact style={{ alignSelf: 'flex-start' }} onPress={() => keep(first)}>
            Add a second way
          </Button>
        )}
      </Stack>
    );
  }
  const put = (groups: SecondGroup[]) => keep(groups.length > 0 ? { ...second, groups } : undefined);
  const free = freeNodes(course, second);
  return (
    <Stack gap="m">
      <KeptField
        label="Name of the second grade"
        shown="What it is the grade of"
        value={second.name}
        fault={nameFault}
        onKeep={(name) => keep({ ...second, name: name.trim() })}
        style={{ maxWidth: 340 }}
      />
      {second.groups.map((group, index) => (
        <Group
          key={index}
          course={course}
          group={group}
          free={free}
          onChange={(next) => put(second.groups.with(index, next))}
          onDelete={() => put(second.groups.toSpliced(index, 1))}
        />
      ))}
      <Row gap="s" wrap>
        {free[0] && (
          <Button
            compact
            icon="plus"
            onPress={() => put([...second.groups, { name: free[0]!.name, weight: '10', of: [free[0]!.id] }])}
          >
            Add a group
          </Button>
        )}
        <Button compact icon="delete" onPress={() => keep(undefined)}>
          No second way
        </Button>
      </Row>
    </Stack>
  );
}

interface GroupProps {
  course: Course;
  group: SecondGroup;
  /** What stands in no group yet. */
  free: readonly CourseNode[];
  onChange: (next: SecondGroup) => string | undefined | void;
  onDelete: () => void;
}

function Group({ course, group, free, onChange, onDelete }: GroupProps) {
  const c = useColours();
  const { combine = 'points', of } = group;
  return (
    <View
      role="group"
      aria-label={`Group ${group.name}`}
      style={{ borderLeftWidth: 3, borderColor: c.rule, paddingLeft: SPACE.m, gap: SPACE.s }}
    >
      <Row gap="s" wrap>
        <KeptField
          label={`Name of the group ${group.name}`}
          shown="Group"
          value={group.name}
          fault={nameFault}
          onKeep={(name) => onChange({ ...group, name: name.trim() })}
          style={{ flexGrow: 1, minWidth: 140 }}
        />
        <KeptField
          label={`Weight of the group ${group.name}`}
          shown="Weight"
          value={group.weight}
          numeric
          fault={(text) =>
            decimalSchema().required().validate(text).error ? 'A number such as 60.' : undefined
          }
          onKeep={(weight) => onChange({ ...group, weight })}
          style={{ width: 110 }}
        />
      </Row>
      <Choice
        label={`How ${group.name} adds up`}
        value={combine}
        options={[
          { value: 'points', label: 'points pooled' },
          { value: 'equal', label: 'each counts the same' },
        ]}
        onChange={(next) => onChange({ ...group, combine: next })}
      />
      <Row gap="xs" wrap>
        {of.map((id) => (
          <Button
            key={id}
            compact
            mode="outlined"
            icon="close"
            accessibilityLabel={`Take ${placeWords(course, id)} out of ${group.name}`}
            onPress={() =>
              of.length === 1 ? onDelete() : onChange({ ...group, of: of.filter((each) => each !== id) })
            }
          >
            {placeWords(course, id)}
          </Button>
        ))}
      </Row>
      {free.length > 0 && (
        <NodeChoice
          label={`Add to ${group.name}`}
          course={course}
          value={undefined}
          nodes={free}
          none="add to this group …"
          onChange={(id) => id !== undefined && onChange({ ...group, of: [...of, id] })}
        />
      )}
    </View>
  );
}

/** A name with the part that it stands in, as names repeat from part to part. */
function placeWords(course: Course, id: string): string {
  const placed = find(course, id);
  const above = placed?.ancestors.at(-1);
  const name = placed?.node.name ?? id;
  return above && above !== course.root ? `${name}, ${above.name}` : name;
}

/** What stands in no group, nor inside or around anything that does. */
function freeNodes(course: Course, { groups }: Second): CourseNode[] {
  const taken = new Set(groups.flatMap(({ of }) => of));
  const holds = (node: CourseNode): boolean =>
    taken.has(node.id) || (node.kind === 'category' && node.children.some(holds));
  const visit = (node: CourseNode): CourseNode[] => {
    if (taken.has(node.id)) return [];
    const inside = node.kind === 'category' ? node.children.flatMap(visit) : [];
    return holds(node) ? inside : [node, ...inside];
  };
  return course.root.children.flatMap(visit);
}

/** Where nothing is named alike: what stands on top, each by itself. */
function topLevel({ root }: Course): Second | undefined {
  const groups = root.children
    .filter((child) => child.counted !== false && !child.extraCredit)
    .map(({ id, name, weight }) => ({ name, weight: weight ?? '1', of: [id] }));
  return groups.length > 0 ? { name: 'The other grade', groups } : undefined;
}

function nameFault(text: string): string | undefined {
  return libraryNameSchema.validate(text.trim()).error ? 'A name of at most 100 characters.' : undefined;
}
