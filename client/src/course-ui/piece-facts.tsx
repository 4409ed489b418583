import { find, setting, type Assessment, type Course, type NodeFields } from '@fidens/core';
import type { EditRules } from '@/model/rule-draft';
import { Row } from '@/ui/box';
import { KeptField } from '@/ui/fields/kept-field';
import { MomentField } from '@/ui/fields/moment-field';
import { NumberRule } from '@/ui/fields/number-rule';
import { WEIGHT_WANTED } from '@/wording/words';

interface PieceFactsProps {
  course: Course;
  piece: Assessment;
  edit: EditRules;
  /** Whether the keyboard goes to its possible points. */
  focusPossible?: boolean;
  /** Its weight stands elsewhere. */
  hasWeight?: boolean;
  /** What the fields stand on. */
  ground?: 'tint' | 'card';
}

/** What the syllabus says of a piece: its name, its possible points, its weight where its category uses one, and when it is due. */
export function PieceFacts({
  course,
  piece,
  edit,
  focusPossible = false,
  hasWeight = false,
  ground = 'tint',
}: PieceFactsProps) {
  const { id, name } = piece;
  const { combine = 'points' } = find(course, id)?.ancestors.at(-1) ?? {};
  const set = (fields: { [F in keyof NodeFields]?: NodeFields[F] | undefined }, done?: string) =>
    edit([setting(id, fields)], done);
  return (
    <Row gap="s" wrap>
      <KeptField
        label={`Name, ${name}`}
        shown="Name"
        value={name}
        fault={(text) => (text.trim() === '' ? 'A name must not be blank.' : undefined)}
        onKeep={(text) => set({ name: text.trim() })}
        style={{ flexGrow: 1, flexBasis: 150 }}
      />
      <NumberRule
        label={`Out of, ${name}`}
        shown="Out of"
        value={piece.possible}
        wants="Points above 0."
        required
        positive
        width={84}
        autoFocus={focusPossible}
        onKeep={(possible) =>
          set({ possible: possible!, presumed: undefined }, `${name}: out of ${possible}`)
        }
      />
      {combine !== 'equal' && !hasWeight && (
        <NumberRule
          label={`${combine === 'weights' ? 'Weight' : 'Counts so many times'}, ${name}`}
          shown={combine === 'weights' ? 'Weight' : 'Counts so many times'}
          value={piece.weight}
          wants={WEIGHT_WANTED}
          width={combine === 'weights' ? 84 : 176}
          onKeep={(weight) => set({ weight }, `${name}: ${weight ? `weight ${weight}` : 'no weight'}`)}
        />
      )}
      <MomentField
        label={`Due, ${name}`}
        shown="Due"
        ground={ground}
        value={piece.due}
        onKeep={(due) => set({ due })}
      />
    </Row>
  );
}
