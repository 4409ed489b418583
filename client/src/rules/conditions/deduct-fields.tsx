import { setting, type Assessment, type Category, type Deduct, type Edit } from '@fidens/core';
import { Button } from 'react-native-paper';
import { Stack } from '@/ui/box';
import { NumberRule } from '@/ui/fields/number-rule';
import { Sentence, Words } from '@/ui/fields/sentence';

/** The edit that makes a piece count occurrences, such as absences: whatever it has of marks goes. */
export function countingOccurrences({ id, score }: Assessment): Edit {
  const fields = {
    deduct: { each: '2' },
    curve: undefined,
    cap: undefined,
    extraCredit: undefined,
    weight: undefined,
    weightTo: undefined,
    late: undefined,
  };
  // Marks are no number of occurrences, but for bare points.
  const isCount = !score || 'points' in score;
  return setting(id, isCount ? fields : { ...fields, score: undefined, status: undefined });
}

interface DeductFieldsProps {
  piece: Assessment;
  parent: Category;
  edit: (edits: readonly Edit[], done?: string) => string | undefined | void;
}

/** What each occurrence takes from its category, and how many take nothing. */
export function DeductFields({ piece, parent, edit }: DeductFieldsProps) {
  const { id, name, deduct } = piece;
  const { each, free } = deduct!;
  const keep = (next: Deduct) => edit([setting(id, { deduct: next })]) as string | undefined;
  return (
    <Stack gap="s">
      <Sentence label={`What ${name} takes away`}>
        <Words>Each in {name} takes</Words>
        <NumberRule
          label={`Each takes %, ${name}`}
          value={each}
          wants="A percent from 0 up; 0 only counts them."
          required
          width={72}
          onKeep={(text) => keep({ ...deduct!, each: text! })}
        />
        <Words>percent from {parent.name}, the first</Words>
        <NumberRule
          label={`Free ones, ${name}`}
          value={free}
          wants="How many take nothing: a number from 0 up, or nothing."
          width={64}
          onKeep={(text) => keep(text === undefined ? { each } : { each, free: text })}
        />
        <Words>nothing.</Words>
      </Sentence>
      <Button
        compact
        style={{ alignSelf: 'flex-start' }}
        accessibilityLabel={`${name} has marks after all`}
        onPress={() => void edit([setting(id, { deduct: undefined })], `${name} has marks`)}
      >
        It has marks after all
      </Button>
    </Stack>
  );
}
