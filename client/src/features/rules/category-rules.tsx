import {
  setting,
  type Category,
  type CategoryRules as Rules,
  type Course,
  type Derivation,
} from '@fidens/core';
import type { ReactNode } from 'react';
import { TakesPart } from '@/course-ui/takes-part';
import { partOf } from '@/model/part-of';
import type { EditRules } from '@/model/rule-draft';
import { RULE_EDITORS, rulePhrases } from '@/rules';
import type { InForce, RuleEditor, RuleEditorProps } from '@/rules/rule';
import { Choice } from '@/ui/fields/choice';
import { Fold } from '@/ui/fold';
import { Soft } from '@/ui/text';

interface CategoryRulesProps {
  course: Course;
  category: Category;
  isRoot?: boolean;
  /** What holds above it; the whole course has nothing above. */
  inForce?: InForce;
  edit: EditRules;
  /** What else is rare. */
  children?: ReactNode;
}

/** The rules of a category that are rare, folded. */
export function CategoryRules({
  course,
  category,
  isRoot = false,
  inForce,
  edit,
  children,
}: CategoryRulesProps) {
  const of = isRoot ? 'the whole' : category.name;
  return (
    <Fold title={`More rules for ${of}`} summary={moreWords(course, category, isRoot)}>
      {!isRoot && <TakesPart nodes={[category]} of={of} edit={edit} />}
      {!isRoot && (
        <Choice
          label={`Whether ${of} has a letter of its own`}
          value={category.period ? 'own' : 'none'}
          options={[
            { value: 'none', label: 'a part of the course' },
            { value: 'own', label: 'a period with its own letter' },
          ]}
          onChange={(next) => edit([setting(category.id, { period: next === 'own' || undefined })])}
        />
      )}
      {RARE.map((field) => (
        <RuleField
          key={field}
          field={field}
          course={course}
          category={category}
          of={of}
          inForce={inForce}
          edit={edit}
        />
      ))}
      {children}
    </Fold>
  );
}

/** The rules that stand folded together: all but those that nearly every syllabus has. */
const RARE = (Object.keys(RULE_EDITORS) as (keyof Rules)[]).filter(
  (field) => field !== 'drop' && field !== 'planned',
);

interface RuleFieldProps extends Pick<RuleEditorProps<unknown>, 'course' | 'category' | 'of' | 'inForce'> {
  field: keyof Rules;
  edit: EditRules;
}

/** One rule of a category, and where it is set. */
export function RuleField({ field, course, category, of, inForce, edit }: RuleFieldProps) {
  const Editor = RULE_EDITORS[field] as RuleEditor<unknown>;
  return (
    <Editor
      course={course}
      category={category}
      of={of}
      value={category[field]}
      inForce={inForce}
      onChange={(value) => edit([setting(category.id, { [field]: value })])}
    />
  );
}

/** What is folded away, where it is not as usual. */
function moreWords(course: Course, category: Category, isRoot: boolean): string {
  const words = [
    category.extraCredit && 'extra credit',
    category.counted === false && 'not counted',
    category.period && 'has its own letter',
    ...rulePhrases(category, course)
      .filter(({ field }) => (RARE as readonly string[]).includes(field))
      .map(({ words: said }) => said),
  ].filter(Boolean);
  if (words.length > 0) return words.join(' · ');
  return isRoot
    ? 'A cap, rounding: none.'
    : 'Extra credit, a cap, rounding, missing and late work: as usual.';
}

/** What the drops of a category leave out just now. */
export function DroppedNow({ category, standing }: { category: Category; standing: Derivation }) {
  if (!category.drop) return null;
  const derivation =
    standing.category.id === category.id ? standing : partOf(standing, category.id)?.derivation;
  const gone = derivation?.parts
    .filter(({ role }) => role === 'dropped lowest' || role === 'dropped highest')
    .map(({ node }) => node.name);
  if (derivation && !derivation.dropsApply) return <Soft>Nothing yet: some of its work is still open.</Soft>;
  return <Soft>{gone?.length ? `Dropped now: ${gone.join(', ')}.` : 'Dropped now: nothing.'}</Soft>;
}
