import type { Planned } from '@fidens/core';
import { Row, Stack } from '@/ui/box';
import { NumberRule } from '@/ui/fields/number-rule';
import { Soft } from '@/ui/text';
import type { RuleEditor } from '../rule';

/** How many pieces the syllabus promises, where they need no weights of their own. */
export const PlannedEditor: RuleEditor<Planned> = ({ category, of, value: planned, onChange }) => {
  if (category.combine === 'weights') return null;
  return (
    <Stack gap="s">
      <Row gap="s">
        <NumberRule
          label={`Promised pieces, ${of}`}
          shown="Promised pieces"
          value={planned && String(planned.pieces)}
          wants="A whole number from 1 up, or nothing."
          positive
          whole
          width={172}
          onKeep={(text) => onChange(text === undefined ? undefined : { ...planned, pieces: Number(text) })}
        />
        {planned && (
          <NumberRule
            label={`Points each, promised in ${of}`}
            shown="Points each"
            value={planned.possible ?? '100'}
            wants="Points above 0."
            positive
            required
            onKeep={(possible) => onChange({ ...planned, possible: possible! })}
          />
        )}
      </Row>
      <Soft>
        {planned
          ? 'What is promised and not listed counts as open work in floor, ceiling, forecast and reach.'
          : 'How many pieces the syllabus speaks of, where not all are listed yet.'}
      </Soft>
    </Stack>
  );
};
