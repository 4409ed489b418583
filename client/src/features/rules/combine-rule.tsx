import {
  applyEdits,
  recombinations,
  type Category,
  type Combine,
  type Course,
  type Derivation,
  type Recombination,
} from '@fidens/core';
import { useState } from 'react';
import { Button } from 'react-native-paper';
import { useNow } from '@/data/now';
import type { EditRules } from '@/model/rule-draft';
import { standingChange } from '@/model/standing-change';
import { Stack } from '@/ui/box';
import { Choice } from '@/ui/fields/choice';
import { Panel } from '@/ui/panel';
import { Soft } from '@/ui/text';
import { sumWords } from '@/wording/sum-words';
import { capital, COMBINE_WORDS } from '@/wording/words';

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
  const options = (['points', 'equal', 'weights'] as const).map((value) => ({
    value,
    label: capital(COMBINE_WORDS[value]),
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

interface EveryCategoryProps {
  course: Course;
  edit: EditRules;
}

/** How all categories add up, chosen once; what differs is changed where it stands. */
export function EveryCategory({ course, edit }: EveryCategoryProps) {
  const now = useNow();
  const categories = pieceCategories(course.root);
  if (categories.length < 2) return null;
  const ways = new Set(categories.map(({ combine = 'points' }) => combine));
  return (
    <Choice
      label="How every category adds up"
      value={ways.size === 1 ? [...ways][0]! : ''}
      options={[
        { value: 'points', label: 'In each, points pooled' },
        { value: 'equal', label: 'In each, every piece equal' },
      ]}
      onChange={(next) => {
        const edits = categories.flatMap(({ id, combine = 'points' }) =>
          next === '' || combine === next ? [] : (recombinations(course, id, next, now)[0]?.edits ?? []),
        );
        if (edits.length > 0) edit(edits, `Every category: ${COMBINE_WORDS[next as Combine]}`);
      }}
    />
  );
}

/** The categories that hold pieces and nothing else, however deep they stand. */
function pieceCategories({ children }: Category): Category[] {
  return children.flatMap((child) => {
    if (child.kind === 'assessment') return [];
    const inside = pieceCategories(child);
    return inside.length > 0 ? inside : [child];
  });
}
