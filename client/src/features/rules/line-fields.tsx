import {
  countingDouble,
  setting,
  type Category,
  type CategoryRules as Rules,
  type CourseNode,
} from '@fidens/core';
import { useState } from 'react';
import { Button } from 'react-native-paper';
import { PieceRules } from '@/course-ui/piece-rules';
import { PlaceRules } from '@/course-ui/place-rules';
import { partOf } from '@/model/part-of';
import type { InForce } from '@/rules/rule';
import { Row, Stack } from '@/ui/box';
import { KeptField } from '@/ui/fields/kept-field';
import { NumberRule } from '@/ui/fields/number-rule';
import { countPieces, plural, WEIGHT_WANTED } from '@/wording/words';
import { AddNode } from './add-node';
import { CategoryRules, DroppedNow, RuleField } from './category-rules';
import { CombineRule, EveryCategory } from './combine-rule';
import { CopyRules } from './copy-rules';
import { showsInside, type Lines, type Opened } from './lines';
import { ScaleOf } from './scale-of';

interface LineFieldsProps {
  lines: Lines;
  node: CourseNode;
  parent: Category | undefined;
  inForce: InForce | undefined;
  of: string;
  what: Opened['what'];
}

/** The fields that a line opens to: of one rule, or of all. */
export function LineFields(props: LineFieldsProps) {
  const { lines, node, parent, what, of, inForce } = props;
  const { course, edit, standing } = lines;
  if (node.kind === 'assessment')
    return parent ? <PieceFields {...props} node={node} parent={parent} /> : null;
  if (what === 'all') return <CategoryFields {...props} node={node} />;
  if (what === 'combine') return <CombineFields {...props} node={node} />;
  return (
    <Stack gap="s">
      <RuleField field={what} course={course} category={node} of={of} inForce={inForce} edit={edit} />
      {what === 'drop' && <DroppedNow category={node} standing={standing} />}
    </Stack>
  );
}

type CategoryFieldsProps = LineFieldsProps & { node: Category };

function CombineFields({ lines: { course, edit, standing }, node, parent }: CategoryFieldsProps) {
  const derivation = parent ? partOf(standing, node.id)?.derivation : standing;
  return (
    <Stack gap="m">
      <CombineRule course={course} category={node} isRoot={!parent} derivation={derivation} edit={edit} />
      {!parent && <EveryCategory course={course} edit={edit} />}
    </Stack>
  );
}

/** Everything of one category. */
function CategoryFields(props: CategoryFieldsProps) {
  const { lines, node, parent, inForce, of } = props;
  const { course, edit, standing, brief } = lines;
  const [isSplit, setIsSplit] = useState(false);
  const inside = countPieces(node);
  const rule = (field: keyof Rules) => (
    <RuleField field={field} course={course} category={node} of={of} inForce={inForce} edit={edit} />
  );
  return (
    <Stack gap="m">
      {parent && <NameField node={node} edit={edit} />}
      {parent && <Times node={node} parent={parent} edit={edit} onWeight={lines.onWeight} />}
      <CombineFields {...props} />
      {rule('drop')}
      <DroppedNow category={node} standing={standing} />
      {!brief && rule('planned')}
      {!brief && (
        <CategoryRules
          course={course}
          category={node}
          isRoot={!parent}
          {...(inForce && { inForce })}
          edit={edit}
        >
          {parent && <PlaceRules course={course} node={node} parent={parent} edit={edit} />}
        </CategoryRules>
      )}
      {parent && !brief && <ScaleOf course={course} node={node} edit={edit} />}
      {parent && <CopyRules course={course} category={node} parent={parent} edit={edit} />}
      {parent && (
        <Row gap="s" wrap>
          {!showsInside(node) && !isSplit && (
            <Button compact onPress={() => setIsSplit(true)}>
              Split {node.name} into categories
            </Button>
          )}
          <Delete
            node={node}
            edit={edit}
            done={inside > 0 ? `${node.name} deleted, with ${plural(inside, 'piece')}` : undefined}
          />
        </Row>
      )}
      {isSplit && !showsInside(node) && <AddNode parent={node} isRoot={false} edit={edit} />}
    </Stack>
  );
}

function PieceFields({
  lines: { course, edit },
  node,
  parent,
}: LineFieldsProps & { node: Extract<CourseNode, { kind: 'assessment' }>; parent: Category }) {
  return (
    <Stack gap="m">
      <PieceRules
        course={course}
        piece={node}
        parent={parent}
        edit={edit}
        hasWeight={parent.combine === 'weights'}
      />
      <ScaleOf course={course} node={node} edit={edit} />
      <Row gap="s" wrap>
        <CountsDouble course={course} node={node} edit={edit} />
        <Delete node={node} edit={edit} />
      </Row>
    </Stack>
  );
}

type OfNode = Pick<Lines, 'edit'> & { node: CourseNode };

function NameField({ node, edit }: OfNode) {
  return (
    <KeptField
      label={`Name of ${node.name}`}
      shown="Name"
      value={node.name}
      fault={(text) => (text.trim() === '' ? 'A name must not be blank.' : undefined)}
      onKeep={(name) => edit([setting(node.id, { name: name.trim() })])}
      style={{}}
    />
  );
}

/** How often a category counts where points are pooled. */
function Times({ node, parent, edit, onWeight }: OfNode & Pick<Lines, 'onWeight'> & { parent: Category }) {
  if ((parent.combine ?? 'points') !== 'points') return null;
  return (
    <NumberRule
      label={`Counts so many times, ${node.name}`}
      shown="Counts so many times"
      value={node.weight}
      wants={WEIGHT_WANTED}
      onKeep={(weight) => edit([setting(node.id, { weight })])}
      onType={(text) => onWeight(node.id, text)}
      width={180}
    />
  );
}

/** Makes a piece count twice what it counts now. */
export function CountsDouble({ course, node, edit }: OfNode & Pick<Lines, 'course'>) {
  const edits = countingDouble(course, node.id);
  return edits ? (
    <Button compact onPress={() => edit(edits, `${node.name} counts double`)}>
      Counts double
    </Button>
  ) : null;
}

function Delete({ node, edit, done }: OfNode & { done?: string | undefined }) {
  return (
    <Button
      compact
      icon="delete"
      accessibilityLabel={`Delete ${node.name}`}
      onPress={() => edit([{ op: 'remove', id: node.id }], done ?? `${node.name} deleted`)}
    >
      Delete
    </Button>
  );
}
