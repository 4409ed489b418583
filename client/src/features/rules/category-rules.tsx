import { setting, type Category, type CategoryRules as Rules, type Derivation } from '@fidens/core';
import type { ReactNode } from 'react';
import { View } from 'react-native';
import { TakesPart } from '@/course-ui/takes-part';
import { partOf } from '@/model/part-of';
import type { EditRules } from '@/model/rule-draft';
import { RULE_EDITORS, rulesInWords } from '@/rules';
import { dropWords } from '@/rules/drop/words';
import type { InForce, RuleEditor, RuleEditorProps } from '@/rules/rule';
import { Fold } from '@/ui/fold';
import { Soft } from '@/ui/text';

interface CategoryRulesProps {
  category: Category;
  isRoot?: boolean;
  /** What holds above it; the whole course has nothing above. */
  inForce?: InForce;
  /** The course's standing, which says what is dropped now. */
  standing: Derivation;
  edit: EditRules;
  /** What else is rare. */
  children?: ReactNode;
}

/** The rules of a category beside its name, weight and way of adding up: drops in sight, what is rare folded. */
export function CategoryRules({
  category,
  isRoot = false,
  inForce,
  standing,
  edit,
  children,
}: CategoryRulesProps) {
  const { name } = category;
  const of = isRoot ? 'the whole' : name;
  const rule = (field: keyof Rules) => (
    <RuleField key={field} field={field} category={category} of={of} inForce={inForce} edit={edit} />
  );
  return (
    <View>
      <Fold title={`Drops in ${of}`} summary={dropWords(category.drop) ?? 'Nothing is dropped.'}>
        {rule('drop')}
        <DroppedNow category={category} standing={standing} />
      </Fold>
      <Fold title={`More rules for ${of}`} summary={moreWords(category, isRoot)}>
        {!isRoot && <TakesPart nodes={[category]} of={name} edit={edit} />}
        {RARE.map(rule)}
        {children}
      </Fold>
    </View>
  );
}

/** The rules that stand folded together: all but drops. */
const RARE = (Object.keys(RULE_EDITORS) as (keyof Rules)[]).filter((field) => field !== 'drop');

interface RuleFieldProps extends Pick<RuleEditorProps<unknown>, 'category' | 'of' | 'inForce'> {
  field: keyof Rules;
  edit: EditRules;
}

/** One rule of a category, and where it is set. */
export function RuleField({ field, category, of, inForce, edit }: RuleFieldProps) {
  const Editor = RULE_EDITORS[field] as RuleEditor<unknown>;
  return (
    <Editor
      category={category}
      of={of}
      value={category[field]}
      inForce={inForce}
      onChange={(value) => edit([setting(category.id, { [field]: value })])}
    />
  );
}

/** What is folded away, where it is not as usual. */
function moreWords(category: Category, isRoot: boolean): string {
  const words = [
    category.extraCredit && 'extra credit',
    category.counted === false && 'not counted',
    ...rulesInWords(category, 'short'),
  ].filter(Boolean);
  if (words.length > 0) return words.join(' · ');
  return isRoot
    ? 'Promised pieces, a cap, rounding: none.'
    : 'Extra credit, promised pieces, a cap, rounding, missing and late work: as usual.';
}

function DroppedNow({ category, standing }: Pick<CategoryRulesProps, 'category' | 'standing'>) {
  if (!category.drop) return null;
  const derivation =
    standing.category.id === category.id ? standing : partOf(standing, category.id)?.derivation;
  const gone = derivation?.parts
    .filter(({ role }) => role === 'dropped lowest' || role === 'dropped highest')
    .map(({ node }) => node.name);
  if (derivation && !derivation.dropsApply) return <Soft>Nothing yet: some of its work is still open.</Soft>;
  return <Soft>{gone?.length ? `Dropped now: ${gone.join(', ')}.` : 'Dropped now: nothing.'}</Soft>;
}
