import {
  setting,
  type Category,
  type Derivation,
  type Drop,
  type LatePolicy,
  type MissingPolicy,
} from '@fidens/core';
import type { ReactNode } from 'react';
import { View } from 'react-native';
import { Choice } from '@/ui/choice';
import { Fold } from '@/ui/fold';
import { NumberRule } from '@/ui/number-rule';
import { Soft } from '@/ui/text';
import { SPACE } from '@/theme/layout';
import { partOf } from '@/model/part-of';
import { LateRule, MissingRule } from './policy-rules';
import { dropWords, lateWords, missingWords, roundWords } from '@/wording/rule-words';
import { RoundRule } from '@/course-ui/round-rule';
import { TakesPart } from '@/course-ui/takes-part';
import { number, plural } from '@/wording/words';
import type { EditRules } from '@/model/rule-draft';

/** The policies that hold where a category has none of its own, and whence they come. */
export interface InForce {
  readonly missing: { readonly value: MissingPolicy; readonly from: string };
  readonly late: { readonly value: LatePolicy | undefined; readonly from: string };
}

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
  const { id, name } = category;
  const of = isRoot ? 'the whole' : name;
  const set = (fields: Parameters<typeof setting>[1]) => edit([setting(id, fields)]);
  return (
    <View>
      <Fold title={`Drops in ${of}`} summary={dropWords(category) ?? 'Nothing is dropped.'}>
        <DropRule category={category} of={of} set={set} showsLowest={isRoot} />
        <DroppedNow category={category} standing={standing} />
      </Fold>
      <Fold title={`More rules for ${of}`} summary={moreWords(category, isRoot)}>
        {!isRoot && <TakesPart nodes={[category]} of={name} edit={edit} />}
        {category.combine !== 'weights' && <PlannedRule category={category} of={of} set={set} />}
        <View style={{ gap: SPACE.s }}>
          <NumberRule
            label={`Highest percent of ${of}`}
            shown="At most %"
            value={category.cap}
            wants="A percent from 0 up, or nothing for no cap."
            onKeep={(cap) => set({ cap })}
          />
          <Soft>
            {category.cap === undefined
              ? 'It may pass 100%.'
              : `No more than ${number(category.cap)}% counts.`}
          </Soft>
        </View>
        <RoundRule of={of} value={category.round} onChange={(round) => set({ round })} />
        {inForce && (
          <>
            <MissingRule
              of={name}
              value={category.missing}
              inherited={inForce.missing}
              onChange={(missing) => set({ missing })}
            />
            <LateRule
              of={name}
              value={category.late}
              inherited={inForce.late}
              onChange={(late) => set({ late })}
            />
          </>
        )}
        {children}
      </Fold>
    </View>
  );
}

/** What is folded away, where it is not as usual. */
function moreWords(
  { planned, cap, round, missing, late, extraCredit, counted }: Category,
  isRoot: boolean,
): string {
  const words = [
    extraCredit && 'extra credit',
    counted === false && 'not counted',
    planned && `${plural(planned.pieces, 'piece')} promised`,
    cap !== undefined && `at most ${number(cap)}%`,
    round && `rounded ${roundWords(round)}`,
    missing && missingWords(missing),
    late !== undefined && lateWords(late),
  ].filter(Boolean);
  if (words.length > 0) return words.join(' · ');
  return isRoot
    ? 'Promised pieces, a cap, rounding: none.'
    : 'Extra credit, promised pieces, a cap, rounding, missing and late work: as usual.';
}

interface FieldsProps {
  category: Category;
  of: string;
  set: (fields: Parameters<typeof setting>[1]) => void;
}

/** How many of the lowest are dropped: the one drop that nearly every syllabus has. */
export function LowestDropped({ category, of, set }: FieldsProps) {
  return (
    <DropAmount
      of={of}
      which="lowest"
      value={category.drop?.lowest}
      onKeep={(lowest) => set({ drop: dropWith(category, { lowest }) })}
    />
  );
}

interface DropAmountProps {
  of: string;
  which: 'lowest' | 'highest';
  value: number | undefined;
  onKeep: (value: number) => void;
}

function DropAmount({ of, which, value = 0, onKeep }: DropAmountProps) {
  return (
    <NumberRule
      label={`How many of the ${which} to drop in ${of}`}
      shown={which === 'lowest' ? 'Drop lowest' : 'Drop highest'}
      value={String(value)}
      wants="A whole number from 0 up."
      required
      whole
      onKeep={(text) => onKeep(Number(text))}
    />
  );
}

const NO_DROP: Required<Drop> = { lowest: 0, highest: 0, by: 'percent', when: 'always' };

/** A category's drops with some fields changed; nothing where none are left. */
function dropWith(category: Category, fields: Drop): Drop | undefined {
  const drop = { ...NO_DROP, ...category.drop, ...fields };
  if (drop.lowest + drop.highest === 0) return undefined;
  return { ...drop, highest: drop.by === 'benefit' ? 0 : drop.highest };
}

/** What else there is to drops: the highest, by what, and when. */
function DropRule({ category, of, set, showsLowest }: FieldsProps & { showsLowest: boolean }) {
  const { lowest, highest, by, when } = { ...NO_DROP, ...category.drop };
  const change = (fields: Drop) => set({ drop: dropWith(category, fields) });
  return (
    <View style={{ gap: SPACE.s }}>
      <View style={{ flexDirection: 'row', gap: SPACE.s }}>
        {showsLowest && <LowestDropped category={category} of={of} set={set} />}
        {by !== 'benefit' && (
          <DropAmount
            of={of}
            which="highest"
            value={highest}
            onKeep={(value) => change({ highest: value })}
          />
        )}
      </View>
      {lowest + highest > 0 && (
        <>
          <Choice
            label={`Dropped by what, in ${of}`}
            value={by}
            options={[
              {
                value: 'percent',
                label: 'By percent',
                hint: 'The lowest percent goes, however large the piece.',
              },
              { value: 'points', label: 'By points', hint: 'The fewest points earned go.' },
              {
                value: 'benefit',
                label: 'What helps most',
                hint: 'Whatever leaves this category highest goes; among pooled points that is not always the lowest percent.',
              },
            ]}
            onChange={(next) => change({ by: next })}
          />
          <Choice
            label={`Dropped when, in ${of}`}
            value={when}
            options={[
              { value: 'always', label: 'From the start' },
              {
                value: 'complete',
                label: 'When complete',
                hint: 'The standing drops nothing while work in it is open.',
              },
            ]}
            onChange={(next) => change({ when: next })}
          />
        </>
      )}
    </View>
  );
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

export function PlannedRule({ category, of, set }: FieldsProps) {
  const { planned } = category;
  return (
    <View style={{ gap: SPACE.s }}>
      <View style={{ flexDirection: 'row', gap: SPACE.s }}>
        <NumberRule
          label={`Pieces that the syllabus promises in ${of}`}
          shown="Promised pieces"
          value={planned && String(planned.pieces)}
          wants="A whole number from 1 up, or nothing."
          positive
          whole
          width={172}
          onKeep={(text) =>
            set({ planned: text === undefined ? undefined : { ...planned, pieces: Number(text) } })
          }
        />
        {planned && (
          <NumberRule
            label={`Points of each promised piece in ${of}`}
            shown="Points each"
            value={planned.possible ?? '100'}
            wants="Points above 0."
            positive
            required
            onKeep={(possible) => set({ planned: { ...planned, possible: possible! } })}
          />
        )}
      </View>
      <Soft>
        {planned
          ? 'What is promised and not listed counts as open work in floor, ceiling, forecast and reach.'
          : 'How many pieces the syllabus speaks of, where not all are listed yet.'}
      </Soft>
    </View>
  );
}
