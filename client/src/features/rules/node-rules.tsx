import {
  applyEdits,
  bandOf,
  copyRules,
  lettersOf,
  recombinations,
  setting,
  type Category,
  type Combine,
  type Course,
  type CourseNode,
  type Derivation,
  type Recombination,
} from '@fidens/core';
import { useState } from 'react';
import { View } from 'react-native';
import { Button, IconButton, Text } from 'react-native-paper';
import { PieceRules } from '@/course-ui/piece-rules';
import { PlaceRules } from '@/course-ui/place-rules';
import { useNow } from '@/data/session';
import { partOf } from '@/model/part-of';
import type { EditRules } from '@/model/rule-draft';
import { standingChange } from '@/model/standing-change';
import { LowestDropped } from '@/rules/drop/editor';
import type { InForce } from '@/rules/rule';
import { SPACE } from '@/theme/layout';
import { useColours } from '@/theme/paper-theme';
import { Row, Stack } from '@/ui/box';
import { Choice } from '@/ui/fields/choice';
import { KeptField } from '@/ui/fields/kept-field';
import { NumberRule } from '@/ui/fields/number-rule';
import { Fold } from '@/ui/fold';
import { Panel } from '@/ui/panel';
import { Soft } from '@/ui/text';
import { sumWords } from '@/wording/sum-words';
import { COMBINE_WORDS, countPieces, plural, WEIGHT_WANTED } from '@/wording/words';
import { AddNode } from './add-node';
import { CategoryRules } from './category-rules';
import { NodeProblems } from './problem-list';
import { WeightTotal } from './weight-total';

const HINTS: Record<Combine, string> = {
  points: 'A piece of 50 points counts twice as much as one of 25.',
  equal: 'A piece of 50 points counts as much as one of 25.',
  weights: 'Each piece counts by a weight of its own.',
};

const ROOT_HINTS: Record<Combine, string> = {
  points: 'Every point counts alike, in whatever category it stands.',
  equal: 'Every category, and every piece on its own, counts the same.',
  weights: 'Every category, and every piece on its own, counts by its weight.',
};

/** What becomes of weights, as a student would say it. */
const WEIGHTS_WORDS: Record<Recombination['weights'], string> = {
  gone: 'No weights: each counts as it is',
  counts: 'Begin with what each counts now',
  kept: 'Keep the weights as they are written',
};

interface CombineRuleProps {
  course: Course;
  category: Category;
  isRoot: boolean;
  derivation: Derivation | undefined;
  edit: EditRules;
}

/** How a category adds up, explained by its own numbers, or in words while it has none. */
export function CombineRule({ course, category, isRoot, derivation, edit }: CombineRuleProps) {
  const now = useNow();
  const [asked, setAsked] = useState<Combine>();
  const { id, name, combine = 'points' } = category;
  const sum = derivation && sumWords(derivation);
  const hints = isRoot ? ROOT_HINTS : HINTS;
  const change = (next: Combine, { edits }: Recombination) =>
    edit(edits, `${isRoot ? 'The whole' : name}: ${COMBINE_WORDS[next]}`);
  const label = (value: Combine) =>
    COMBINE_WORDS[value].charAt(0).toUpperCase() + COMBINE_WORDS[value].slice(1);
  const options = (['points', 'equal', 'weights'] as const).map((value) => ({
    value,
    label: label(value),
    ...(!sum && { hint: hints[value] }),
  }));
  return (
    <Stack gap="xs">
      <Choice
        label={isRoot ? 'How the whole adds up' : `How ${name} adds up`}
        value={combine}
        options={options}
        onChange={(next) => {
          const [way, ...others] = next === combine ? [] : recombinations(course, id, next, now);
          setAsked(others.length > 0 ? next : undefined);
          if (way && others.length === 0) change(next, way);
        }}
      />
      {asked && asked !== combine && (
        <Panel label="What becomes of the weights" tone="ask">
          <Soft>
            {isRoot ? 'The whole' : name} is to be {COMBINE_WORDS[asked]}. What shall become of the weights in
            it?
          </Soft>
          <Stack gap="xs" align="start">
            {recombinations(course, id, asked, now).map((way, index) => (
              <Button
                key={way.weights}
                mode={index === 0 ? 'contained' : 'outlined'}
                compact
                onPress={() => {
                  change(asked, way);
                  setAsked(undefined);
                }}
              >
                {WEIGHTS_WORDS[way.weights]}: {effectWords(course, way, now)}
              </Button>
            ))}
            <Button compact onPress={() => setAsked(undefined)}>
              Leave it {COMBINE_WORDS[combine]}
            </Button>
          </Stack>
        </Panel>
      )}
      {sum && <Soft>{sum}</Soft>}
    </Stack>
  );
}

/** The standing that a way would make: "84 → 80, still B", or that it stays. */
function effectWords(course: Course, { edits }: Recombination, now: string): string {
  const edited = applyEdits(course, edits);
  return edited.ok ? standingChange(course, edited.course, now) : '';
}

interface NodeRulesProps {
  node: CourseNode;
  parent: Category;
  edit: EditRules;
  depth: number;
  course: Course;
  inForce: InForce;
  standing: Derivation;
  /** What is usual, without what is rare. */
  brief?: boolean;
  /** A weight that is being typed: the node's id and the text, nothing once it is kept. */
  onWeight?: (id: string, text: string | undefined) => void;
}

/** One category, or a piece that stands alone beside categories: its name, weight and rules. */
function NodeRules(props: NodeRulesProps) {
  const { node, parent, edit, depth, onWeight } = props;
  const c = useColours();
  const inside = node.kind === 'category' ? countPieces(node) : 0;
  const remove = () =>
    edit(
      [{ op: 'remove', id: node.id }],
      inside > 0 ? `${node.name} deleted, with ${plural(inside, 'piece')}` : `${node.name} deleted`,
    );
  const byWeight = parent.combine === 'weights';
  return (
    <View
      role="group"
      aria-label={node.name}
      style={{
        backgroundColor: depth === 0 ? c.card : 'transparent',
        borderColor: c.rule,
        borderWidth: depth === 0 ? 1 : 0,
        borderLeftWidth: depth === 0 ? 1 : 3,
        borderRadius: depth === 0 ? 20 : 0,
        padding: SPACE.m,
        gap: SPACE.m,
      }}
    >
      <Row gap="s" align="center">
        <KeptField
          label={`Name of ${node.name}`}
          shown="Name"
          value={node.name}
          fault={(text) => (text.trim() === '' ? 'A name must not be blank.' : undefined)}
          onKeep={(name) => edit([setting(node.id, { name })])}
          style={{ flex: 1 }}
        />
        <IconButton icon="delete" size={20} accessibilityLabel={`Delete ${node.name}`} onPress={remove} />
      </Row>
      <Row gap="s" align="center">
        {parent.combine !== 'equal' && (
          <NumberRule
            label={`Weight of ${node.name}`}
            shown={byWeight ? 'Weight' : 'Times'}
            value={node.weight}
            wants={WEIGHT_WANTED}
            onKeep={(weight) => edit([setting(node.id, { weight })])}
            onType={onWeight && ((text) => onWeight(node.id, text))}
            width={92}
          />
        )}
        {node.kind === 'category' && (
          <LowestDropped
            of={node.name}
            value={node.drop}
            onChange={(drop) => edit([setting(node.id, { drop })])}
          />
        )}
        <Soft style={{ flex: 1 }}>
          {node.kind === 'category' ? listedWords(node, inside) : 'A piece on its own'}
        </Soft>
      </Row>
      <NodeProblems course={props.course} edit={edit} id={node.id} />
      {node.kind === 'category' ? (
        <CategoryInside {...props} node={node} />
      ) : (
        <PieceRules course={props.course} piece={node} parent={parent} edit={edit} />
      )}
    </View>
  );
}

function listedWords({ planned }: Category, inside: number): string {
  return planned ? `${inside} of ${plural(planned.pieces, 'piece')} listed` : plural(inside, 'piece');
}

function CategoryInside(props: NodeRulesProps & { node: Category }) {
  const { node, parent, edit, depth, course, inForce, standing, brief = false } = props;
  const [isSplit, setIsSplit] = useState(false);
  const categories = node.children.filter((child) => child.kind === 'category');
  const derivation = partOf(standing, node.id)?.derivation;
  const below = { ...props, parent: node, depth: depth + 1, inForce: inForceBelow(node, inForce) };
  const isHalf = categories.length > 0;
  const split = !isHalf && !isSplit && (
    <Button compact style={{ alignSelf: 'flex-start' }} onPress={() => setIsSplit(true)}>
      Split {node.name} into categories
    </Button>
  );
  return (
    <>
      <CombineRule course={course} category={node} isRoot={false} derivation={derivation} edit={edit} />
      {isHalf && derivation?.worth && <OwnLetter course={course} derivation={derivation} />}
      {!brief && (
        <CategoryRules category={node} inForce={inForce} standing={standing} edit={edit}>
          <PlaceRules course={course} node={node} parent={parent} edit={edit} />
          {split}
        </CategoryRules>
      )}
      <CopyRules course={course} category={node} parent={parent} edit={edit} />
      {categories.map((child) => (
        <NodeRules key={child.id} {...below} node={child} />
      ))}
      {isHalf && node.combine === 'weights' && <WeightTotal category={node} edit={edit} />}
      {isHalf || isSplit ? <AddNode parent={node} isRoot={false} edit={edit} /> : brief && split}
    </>
  );
}

/** The letter that a part of the course would be by itself, such as a term's half. */
function OwnLetter({ course, derivation }: { course: Course; derivation: Derivation }) {
  useColours();
  const letter = bandOf(derivation.worth!.value, lettersOf(course.scale)).label;
  return (
    <Row gap="s" align="center">
      <Text variant="headlineSmall">{letter}</Text>
      <Soft>its own letter so far, by the course’s scale</Soft>
    </Row>
  );
}

/** The rules of another category of the same parent taken over, such as of a term's first half by its second. */
function CopyRules({
  course,
  category,
  parent,
  edit,
}: Pick<NodeRulesProps, 'course' | 'parent' | 'edit'> & { category: Category }) {
  const useful = parent.children.filter(
    (other) =>
      other.kind === 'category' &&
      other.id !== category.id &&
      other.children.some(({ kind }) => kind === 'category') &&
      copyRules(course, other.id, category.id).length > 0,
  );
  if (useful.length === 0) return null;
  return (
    <Fold
      title={`Take another’s rules for ${category.name}`}
      summary="Adding up, drops and categories; pieces and weight stay."
    >
      <Row gap="s" wrap>
        {useful.map(({ id, name }) => (
          <Button
            key={id}
            mode="outlined"
            compact
            accessibilityLabel={`Take the rules of ${name} for ${category.name}`}
            onPress={() =>
              edit(copyRules(course, id, category.id), `${category.name} has the rules of ${name}`)
            }
          >
            {name}
          </Button>
        ))}
      </Row>
    </Fold>
  );
}

interface CategoryListProps {
  course: Course;
  standing: Derivation;
  edit: EditRules;
  brief?: boolean;
  onWeight?: NonNullable<NodeRulesProps['onWeight']>;
}

/** All that stands in the course itself, what its weights come to, and a new one. */
export function CategoryList({ course, standing, edit, ...how }: CategoryListProps) {
  const { root, policy } = course;
  const inForce: InForce = {
    missing: { value: policy?.missing ?? { counts: 'percent' }, from: 'the course' },
    late: { value: policy?.late, from: 'the course' },
  };
  return (
    <>
      {root.children.map((node) => (
        <NodeRules
          key={node.id}
          node={node}
          parent={root}
          edit={edit}
          depth={0}
          course={course}
          inForce={inForce}
          standing={standing}
          {...how}
        />
      ))}
      {root.combine === 'weights' && root.children.length > 0 && <WeightTotal category={root} edit={edit} />}
      <AddNode parent={root} isRoot edit={edit} />
    </>
  );
}

/** What holds below a category. */
function inForceBelow({ name, missing, late }: Category, above: InForce): InForce {
  return {
    missing: missing ? { value: missing, from: name } : above.missing,
    late: late === undefined ? above.late : { value: late ?? undefined, from: name },
  };
}
