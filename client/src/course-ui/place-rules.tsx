import { find, type Category, type Course, type CourseNode } from '@fidens/core';
import { Button } from 'react-native-paper';
import type { EditRules } from '@/model/rule-draft';
import { Row, Stack } from '@/ui/box';
import { Choice } from '@/ui/fields/choice';

interface PlaceRulesProps {
  course: Course;
  node: CourseNode;
  parent: Category;
  edit: EditRules;
}

/** Where a category or piece stands: before and after what, and in which category. */
export function PlaceRules({ course, node, parent, edit }: PlaceRulesProps) {
  const { children } = parent;
  const place = children.findIndex(({ id }) => id === node.id);
  const moveBefore = (before: CourseNode | undefined, to = parent) =>
    edit(
      [{ op: 'move', id: node.id, parent: to.id, ...(before && { before: before.id }) }],
      `${node.name} moved`,
    );
  const homes = categoriesFor(course, node);
  return (
    <Stack gap="s">
      <Row gap="s">
        <Button
          compact
          mode="outlined"
          disabled={place === 0}
          accessibilityLabel={`Move up ${node.name}`}
          onPress={() => moveBefore(children[place - 1])}
        >
          Move up
        </Button>
        <Button
          compact
          mode="outlined"
          disabled={place === children.length - 1}
          accessibilityLabel={`Move down ${node.name}`}
          onPress={() => moveBefore(children[place + 2])}
        >
          Move down
        </Button>
      </Row>
      {homes.length > 1 && (
        <Choice
          label={`Where ${node.name} stands`}
          value={parent.id}
          options={homes.map((home) => ({
            value: home.id,
            label: home === course.root ? 'On its own' : `In ${home.name}`,
          }))}
          onChange={(id) =>
            moveBefore(
              undefined,
              homes.find((home) => home.id === id),
            )
          }
        />
      )}
    </Stack>
  );
}

/** The categories that a node can stand in: all but itself and those inside it. */
function categoriesFor(course: Course, node: CourseNode): Category[] {
  const visit = (category: Category): Category[] =>
    category.id === node.id
      ? []
      : [category, ...category.children.flatMap((child) => (child.kind === 'category' ? visit(child) : []))];
  return find(course, node.id) ? visit(course.root) : [];
}
