import {
  applyEdits,
  isDeduction,
  setting,
  type Category,
  type Course,
  type CourseNode,
  type Derivation,
} from '@fidens/core';
import { useState } from 'react';
import { View } from 'react-native';
import { Button } from 'react-native-paper';
import type { EditRules } from '@/model/rule-draft';
import type { InForce } from '@/rules/rule';
import { SPACE } from '@/theme/layout';
import { useColours } from '@/theme/paper-theme';
import { useColumn } from '@/ui/fields/use-column';
import { AddNode } from './add-node';
import { showsInside, type Lines, type Opened } from './lines';
import { RuleLine } from './rule-line';
import { WeightTotal } from './weight-total';

interface RuleLinesProps {
  course: Course;
  standing: Derivation;
  edit: EditRules;
  /** What is usual, without what is rare. */
  brief?: boolean;
  /** A weight that is being typed: the node's id and the text, nothing once it is kept. */
  onWeight?: (id: string, text: string | undefined) => void;
}

/**
 * A course's rules as its syllabus has them: a line for each category and each piece on its own, weights in a column that is typed straight
 * down, its total under it. One line at a time is open to its fields.
 */
export function RuleLines({ course, standing, edit, brief = false, onWeight }: RuleLinesProps) {
  const [opened, setOpened] = useState<Opened>();
  const [typing, setTyping] = useState<Record<string, string | undefined>>({});
  const column = useColumn(weightsIn(course.root));
  const typed = applyEdits(
    course,
    Object.entries(typing).flatMap(([id, weight]) =>
      weight === undefined ? [] : [setting(id, { weight: weight === '' ? undefined : weight })],
    ),
  );
  const lines: Lines = {
    course,
    standing,
    edit,
    brief,
    typed: typed.ok ? typed.course : course,
    onWeight: (id, text) => {
      setTyping((all) => ({ ...all, [id]: text }));
      onWeight?.(id, text);
    },
    column,
    opened,
    open: (next) => setOpened(opened?.id === next.id && opened.what === next.what ? undefined : next),
  };
  const { policy, root } = course;
  const inForce: InForce = {
    missing: { value: policy?.missing ?? { counts: 'percent' }, from: 'the course' },
    late: { value: policy?.late, from: 'the course' },
  };
  return (
    <View>
      <View role="group" aria-label="The whole">
        <RuleLine
          lines={lines}
          node={root}
          parent={undefined}
          depth={0}
          // The course's own policies stand below; only a file can give the whole others.
          inForce={root.missing || root.late !== undefined ? inForce : undefined}
        />
      </View>
      <Inside lines={lines} parent={root} depth={0} inForce={inForce} />
    </View>
  );
}

interface InsideProps {
  lines: Lines;
  parent: Category;
  depth: number;
  inForce: InForce;
}

/** What stands in a category, what its weights come to, and a new one. */
function Inside({ lines, parent, depth, inForce }: InsideProps) {
  const c = useColours();
  const { course, typed, edit } = lines;
  const isRoot = parent === course.root;
  const [isAdding, setIsAdding] = useState(false);
  // Below the course itself a new category takes room once it is asked for.
  const adder = !isRoot && !isAdding && (
    <Button compact icon="plus" style={{ alignSelf: 'flex-start' }} onPress={() => setIsAdding(true)}>
      Add to {parent.name}
    </Button>
  );
  const now = isRoot ? typed.root : (categoryIn(typed.root, parent.id) ?? parent);
  return (
    <View
      style={
        isRoot
          ? { gap: SPACE.s }
          : {
              gap: SPACE.s,
              marginLeft: SPACE.s,
              paddingLeft: SPACE.s,
              borderLeftWidth: 2,
              borderColor: c.rule,
            }
      }
    >
      <View>
        {parent.children.map((node) => (
          <View key={node.id} role="group" aria-label={node.name}>
            <RuleLine lines={lines} node={node} parent={parent} depth={depth} inForce={inForce} />
            {node.kind === 'category' && showsInside(node) && (
              <Inside lines={lines} parent={node} depth={depth + 1} inForce={inForceBelow(node, inForce)} />
            )}
          </View>
        ))}
      </View>
      {parent.combine === 'weights' && parent.children.length > 0 ? (
        <WeightTotal category={now} edit={edit}>
          {adder}
        </WeightTotal>
      ) : (
        adder
      )}
      {(isRoot || isAdding) && <AddNode parent={parent} isRoot={isRoot} edit={edit} autoFocus={isAdding} />}
    </View>
  );
}

function categoryIn(category: Category, id: string): Category | undefined {
  for (const child of category.children) {
    if (child.kind === 'assessment') continue;
    const found = child.id === id ? child : categoryIn(child, id);
    if (found) return found;
  }
  return undefined;
}

/** The nodes whose weight stands in the column, from the top down. */
function weightsIn(category: Category): string[] {
  return category.children.flatMap((node: CourseNode) => [
    ...(category.combine === 'weights' && !isDeduction(node) ? [node.id] : []),
    ...(node.kind === 'category' && showsInside(node) ? weightsIn(node) : []),
  ]);
}

/** What holds below a category. */
function inForceBelow({ name, missing, late }: Category, above: InForce): InForce {
  return {
    missing: missing ? { value: missing, from: name } : above.missing,
    late: late === undefined ? above.late : { value: late ?? undefined, from: name },
  };
}
