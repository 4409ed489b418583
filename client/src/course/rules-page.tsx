import {
  courseSetting,
  decimalSchema,
  decimalText,
  HUNDRED,
  scaleToHundred,
  setting,
  spreadRest,
  weightTotal,
  type Category,
  type Combine,
  type Course,
  type CourseNode,
  type Derivation,
  type Edit,
  type Policy,
} from '@fidens/core';
import { useRef, useState } from 'react';
import { View } from 'react-native';
import { Button, IconButton, Portal, Text, TextInput } from 'react-native-paper';
import { useNow } from '../data/session';
import { Choice } from '../parts/choice';
import { KeptField } from '../parts/kept-field';
import { NumberRule } from '../parts/number-rule';
import { Empty } from '../parts/states';
import { SectionTitle, Soft } from '../parts/words';
import { PLACES_HEIGHT, SPACE, useIsWide } from '../theme/layout';
import { useColours } from '../theme/paper-theme';
import { CategoryRules, type InForce } from './category-rules';
import { compute } from './computed';
import { ExportCourse } from './course-files';
import { DeleteCourse } from './delete-course';
import { EffectPanel } from './effect-panel';
import { History } from './history';
import { newId } from './new-id';
import { PlaceRules } from './place-rules';
import { LateRule, MissingRule } from './policy-rules';
import { ProblemList } from './problem-list';
import { ReadBack } from './read-back';
import { useRuleDraft } from './rule-draft';
import { ScaleRules } from './scale-rules';
import { TakesPart } from './takes-part';
import type { CoursePageProps } from './scores-page';
import { COMBINE_WORDS, countPieces, plural } from './words';

const COMBINE_OPTIONS = [
  {
    value: 'points',
    label: 'Points pooled',
    hint: 'A piece of 50 points counts twice as much as one of 25.',
  },
  { value: 'equal', label: 'Every piece equal', hint: 'A piece of 50 points counts as much as one of 25.' },
  { value: 'weights', label: 'Own weights', hint: 'Each piece counts by a weight of its own.' },
] as const satisfies readonly { value: Combine; label: string; hint: string }[];

const ROOT_HINTS: Record<Combine, string> = {
  points: 'Every point counts alike, in whatever category it stands.',
  equal: 'Every category, and every piece on its own, counts the same.',
  weights: 'Every category, and every piece on its own, counts by its weight.',
};

/** The course's rules: its categories with their weights, how each adds up, and its scale. */
export function RulesPage({ course: kept }: CoursePageProps) {
  const draft = useRuleDraft(kept);
  const wide = useIsWide();
  const now = useNow();
  const { course, edit } = draft;
  const { root, policy } = course.document;
  const { standing } = compute(course.document, now).outlooks;
  const inForce = policiesOf(policy);
  const hasPieces = countPieces(root) > 0;
  return (
    <View style={{ gap: SPACE.xl }}>
      {hasPieces && <ProblemList course={course.document} edit={edit} />}
      <View style={{ gap: SPACE.s }}>
        <SectionTitle>How the whole adds up</SectionTitle>
        <Choice
          label="How the whole adds up"
          value={root.combine ?? 'points'}
          options={COMBINE_OPTIONS.map((option) => ({ ...option, hint: ROOT_HINTS[option.value] }))}
          onChange={(combine) =>
            edit([setting(root.id, { combine })], `The whole: ${COMBINE_WORDS[combine]}`)
          }
        />
        <CategoryRules category={root} isRoot inForce={inForce} standing={standing} edit={edit} />
      </View>
      <View style={{ gap: SPACE.m }}>
        <SectionTitle>Categories</SectionTitle>
        {root.children.length === 0 && (
          <Empty title="Categories first">
            Copy them from the syllabus, each with its weight; the work inside them comes next. Exams often
            stand alone.
          </Empty>
        )}
        {root.children.map((node) => (
          <NodeRules
            key={node.id}
            node={node}
            parent={root}
            edit={edit}
            depth={0}
            course={course.document}
            inForce={inForce}
            standing={standing}
          />
        ))}
        {root.combine === 'weights' && root.children.length > 0 && <WeightTotal root={root} edit={edit} />}
        <AddCategory parent={root} edit={edit} />
      </View>
      <CoursePolicies policy={policy} edit={edit} />
      <ScaleRules scale={course.document.scale} edit={edit} />
      {root.children.length > 0 && <ReadBack course={course.document} />}
      <History course={kept} />
      <ExportCourse course={kept} />
      <DeleteCourse course={kept} />
      <Portal>
        <View
          style={{
            position: 'absolute',
            right: 0,
            bottom: wide ? 0 : PLACES_HEIGHT,
            width: wide ? 460 : '100%',
            padding: SPACE.s,
            gap: SPACE.s,
          }}
          pointerEvents="box-none"
        >
          {draft.refused && <Refusal reason={draft.refused} />}
          {!wide && <EffectPanel draft={draft} />}
        </View>
      </Portal>
    </View>
  );
}

/** Why a change was not made, in sight wherever the page stands. */
function Refusal({ reason }: { reason: string }) {
  const c = useColours();
  return (
    <View
      role="alert"
      style={{
        backgroundColor: c.card,
        borderColor: c.error,
        borderWidth: 2,
        borderRadius: 20,
        padding: SPACE.m,
      }}
    >
      <Text variant="bodyMedium" style={{ color: c.error }}>
        Not changed. {reason}.
      </Text>
    </View>
  );
}

interface NodeRulesProps {
  node: CourseNode;
  parent: Category;
  edit: (edits: readonly Edit[], done?: string) => void;
  depth: number;
  course: Course;
  inForce: InForce;
  standing: Derivation;
}

/** One category, or a piece that stands alone beside categories, with its weight. */
function NodeRules({ node, parent, edit, depth, course, inForce, standing }: NodeRulesProps) {
  const c = useColours();
  const isCategory = node.kind === 'category';
  const inside = isCategory ? countPieces(node) : 0;
  const remove = () =>
    edit(
      [{ op: 'remove', id: node.id }],
      inside > 0 ? `${node.name} deleted, with ${plural(inside, 'piece')}` : `${node.name} deleted`,
    );
  return (
    <View
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
      <View style={{ flexDirection: 'row', alignItems: 'center', gap: SPACE.s }}>
        <KeptField
          label={`Name of ${node.name}`}
          shown="Name"
          value={node.name}
          fault={(text) => (text.trim() === '' ? 'A name must not be blank.' : undefined)}
          onKeep={(name) => edit([setting(node.id, { name })])}
          style={{ flex: 1 }}
        />
        {parent.combine !== 'equal' && (
          <KeptField
            label={`Weight of ${node.name}`}
            shown={parent.combine === 'weights' ? 'Weight' : 'Times'}
            value={node.weight ?? ''}
            fault={weightFault}
            onKeep={(text) => edit([setting(node.id, { weight: text === '' ? undefined : text })])}
            style={{ width: 92 }}
            numeric
          />
        )}
        <IconButton icon="delete" size={20} accessibilityLabel={`Delete ${node.name}`} onPress={remove} />
      </View>
      {isCategory ? (
        <>
          <Choice
            label={`How ${node.name} adds up`}
            value={node.combine ?? 'points'}
            options={COMBINE_OPTIONS}
            onChange={(combine) =>
              edit([setting(node.id, { combine })], `${node.name}: ${COMBINE_WORDS[combine]}`)
            }
          />
          <Soft>
            {plural(inside, 'piece')} listed
            {node.planned ? ` of ${node.planned.pieces} promised` : ''}
          </Soft>
          <CategoryRules category={node} inForce={inForce} standing={standing} edit={edit}>
            <PlaceRules course={course} node={node} parent={parent} edit={edit} />
          </CategoryRules>
          {node.children
            .filter((child) => child.kind === 'category')
            .map((child) => (
              <NodeRules
                key={child.id}
                node={child}
                parent={node}
                edit={edit}
                depth={depth + 1}
                course={course}
                inForce={inForceBelow(node, inForce)}
                standing={standing}
              />
            ))}
        </>
      ) : (
        <>
          <Soft>A piece on its own.</Soft>
          <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: SPACE.s }}>
            <NumberRule
              label={`Possible points of ${node.name}`}
              shown="Possible"
              value={node.possible}
              wants="Points above 0."
              positive
              required
              onKeep={(possible) => edit([setting(node.id, { possible: possible! })])}
            />
            <NumberRule
              label={`Highest percent of ${node.name}`}
              shown="At most %"
              value={node.cap}
              wants="A percent from 0 up, or nothing for no cap."
              onKeep={(cap) => edit([setting(node.id, { cap })])}
            />
          </View>
          <TakesPart node={node} edit={edit} />
          <PlaceRules course={course} node={node} parent={parent} edit={edit} />
        </>
      )}
    </View>
  );
}

/** What holds in the whole course. */
function policiesOf(policy: Policy | undefined): InForce {
  return {
    missing: { value: policy?.missing ?? { counts: 'percent' }, from: 'the course' },
    late: { value: policy?.late, from: 'the course' },
  };
}

/** What holds below a category. */
function inForceBelow({ name, missing, late }: Category, above: InForce): InForce {
  return {
    missing: missing ? { value: missing, from: name } : above.missing,
    late: late === undefined ? above.late : { value: late ?? undefined, from: name },
  };
}

/** What missing, overdue and late work counts as, wherever a category says nothing else. */
function CoursePolicies({ policy = {}, edit }: { policy: Policy | undefined; edit: NodeRulesProps['edit'] }) {
  const set = (fields: { [F in keyof Policy]: Policy[F] | undefined }) => {
    const entries = Object.entries({ ...policy, ...fields }).filter(([, value]) => value !== undefined);
    edit([courseSetting({ policy: entries.length > 0 ? Object.fromEntries(entries) : undefined })]);
  };
  const after = policy.overdue?.after;
  return (
    <View style={{ gap: SPACE.m }}>
      <SectionTitle>Missing and late work</SectionTitle>
      <MissingRule of="the course" value={policy.missing} onChange={(missing) => set({ missing })} />
      <LateRule of="the course" value={policy.late} onChange={(late) => set({ late: late ?? undefined })} />
      <View style={{ gap: SPACE.s }}>
        <NumberRule
          label="Days past due after which open work counts as missing"
          shown="Overdue after, days"
          value={after}
          wants="Days from 0 up, or nothing."
          width={168}
          onKeep={(days) => set({ overdue: days === undefined ? undefined : { after: days } })}
        />
        <Soft>
          {after === undefined
            ? 'Work past its due moment stays open until you say what it is.'
            : `Open work counts as missing by itself ${plural(Number(after), 'day')} after it was due.`}
        </Soft>
      </View>
    </View>
  );
}

function weightFault(text: string): string | undefined {
  if (text === '') return undefined;
  return decimalSchema().validate(text).error
    ? 'A weight is a number from 0 up, such as 15 or 37.5.'
    : undefined;
}

/** What the weights come to, said calmly: a wrong total is a stage of typing, not a mistake; and the ways to 100. */
function WeightTotal({ root, edit }: { root: Category; edit: NodeRulesProps['edit'] }) {
  const c = useColours();
  const total = weightTotal(root);
  const difference = total.sub(HUNDRED);
  const amount = decimalText(difference.abs(), 2);
  const isRight = difference.n === 0n;
  const spread = spreadRest(root);
  const scale = spread ? undefined : scaleToHundred(root);
  const words = isRight
    ? 'The weights come to 100.'
    : `The weights come to ${decimalText(total, 2)}: ${amount} ${difference.s < 0n ? 'still missing' : 'over'}. Until then only their ratio counts.`;
  return (
    <View
      style={{
        backgroundColor: isRight ? 'transparent' : c.askSoft,
        borderRadius: 14,
        paddingHorizontal: SPACE.m,
        paddingVertical: SPACE.s,
        alignItems: 'flex-start',
      }}
    >
      <Text variant="bodyMedium" aria-live="polite" style={{ color: isRight ? c.ink : c.onAskSoft }}>
        {isRight ? '✓ ' : ''}
        {words}
      </Text>
      {spread && (
        <Button compact onPress={() => edit(spread, 'The rest is spread')}>
          Spread the rest evenly
        </Button>
      )}
      {scale && (
        <Button compact onPress={() => edit(scale, 'Weights scaled to 100')}>
          Scale all to 100
        </Button>
      )}
    </View>
  );
}

function AddCategory({ parent, edit }: { parent: Category; edit: NodeRulesProps['edit'] }) {
  const [name, setName] = useState('');
  const [weight, setWeight] = useState('');
  const c = useColours();
  const typed = weight.trim().replace(',', '.');
  const wrong = weightFault(typed);
  const nameField = useRef<{ focus: () => void }>(null);
  const add = () => {
    if (name.trim() === '' || wrong) return;
    const node: Category = {
      kind: 'category',
      id: newId(),
      name: name.trim(),
      ...(typed && { weight: typed }),
      children: [],
    };
    edit([{ op: 'add', parent: parent.id, node }]);
    setName('');
    setWeight('');
    nameField.current?.focus();
  };
  return (
    <View style={{ gap: SPACE.xs }} role="form" aria-label="New category">
      <View style={{ flexDirection: 'row', alignItems: 'center', gap: SPACE.s }}>
        <TextInput
          ref={nameField as never}
          mode="outlined"
          dense
          label="New category"
          aria-label="Name of a new category"
          value={name}
          onChangeText={setName}
          onSubmitEditing={add}
          submitBehavior="submit"
          style={{ flex: 1, backgroundColor: c.paper }}
        />
        {parent.combine === 'weights' && (
          <TextInput
            mode="outlined"
            dense
            label="Weight"
            aria-label="Weight of the new category"
            value={weight}
            onChangeText={setWeight}
            onSubmitEditing={add}
            submitBehavior="submit"
            error={!!wrong}
            inputMode="decimal"
            style={{ width: 92, backgroundColor: c.paper }}
          />
        )}
        <IconButton
          icon="plus"
          mode="contained"
          size={20}
          accessibilityLabel="Add the category"
          disabled={name.trim() === '' || !!wrong}
          onPress={add}
        />
      </View>
      {wrong && (
        <Text variant="bodySmall" role="alert" style={{ color: c.error }}>
          {wrong}
        </Text>
      )}
    </View>
  );
}
