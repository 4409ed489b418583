import { setting, type Assessment, type Course, type NodeFields, type Status } from '@fidens/core';
import { ScrollView } from 'react-native';
import { TakesPart } from '@/course-ui/takes-part';
import { treeRows } from '@/model/moving';
import type { EditRules } from '@/model/rule-draft';
import { SPACE } from '@/theme/layout';
import { Row } from '@/ui/box';
import { Choice } from '@/ui/fields/choice';
import { MomentField } from '@/ui/fields/moment-field';
import { NumberRule } from '@/ui/fields/number-rule';
import { Fold } from '@/ui/fold';
import { Soft } from '@/ui/text';
import { plural, WEIGHT_WANTED } from '@/wording/words';

interface ChangeAllProps {
  course: Course;
  chosen: ReadonlySet<string>;
  edit: EditRules;
}

type Fields = { [F in keyof NodeFields]?: NodeFields[F] | undefined };

const STATES = [
  { value: 'open', label: 'Nothing yet' },
  { value: 'missing', label: 'Missing' },
  { value: 'excused', label: 'Excused' },
  { value: 'awaiting', label: 'Waiting' },
] as const;

/** One change for all the pieces that are chosen: state, how they take part, weight, possible points, due moment. */
export function ChangeAll({ course, chosen, edit }: ChangeAllProps) {
  const found = treeRows(course.root)
    .map(({ node }) => node)
    .filter((node): node is Assessment => node.kind === 'assessment' && chosen.has(node.id));
  if (found.length === 0) return null;
  const all = plural(found.length, 'piece');
  const set = (fields: Fields, what: string) =>
    edit(
      found.map(({ id }) => setting(id, fields)),
      `${all}: ${what}`,
    );
  const same = <T,>(pick: (piece: Assessment) => T): T | undefined => {
    const first = pick(found[0]!);
    return found.every((piece) => pick(piece) === first) ? first : undefined;
  };
  const state = same(({ status = 'open' }) => status);
  return (
    <Fold title={`Change ${all} together`}>
      <ScrollView style={{ maxHeight: 280 }} contentContainerStyle={{ gap: SPACE.m }}>
        <Choice
          label="State of all chosen pieces"
          value={state ?? 'scored'}
          options={STATES}
          onChange={(status: Status) => set({ status, score: undefined }, 'state changed')}
        />
        {found.some(({ score }) => score) && <Soft>A state takes the place of a score.</Soft>}
        <TakesPart nodes={found} of="each chosen piece" edit={edit} />
        <Row gap="s" wrap>
          <NumberRule
            label="Out of, all chosen pieces"
            shown="Out of"
            value={same(({ possible }) => possible)}
            wants="Points above 0."
            positive
            onKeep={(possible) =>
              possible === undefined
                ? undefined
                : set({ possible, presumed: undefined }, `out of ${possible}`)
            }
          />
          <NumberRule
            label="Weight of all chosen pieces"
            shown="Weight"
            value={same(({ weight }) => weight)}
            wants={WEIGHT_WANTED}
            onKeep={(weight) => set({ weight }, weight ? `weight ${weight}` : 'weight taken away')}
          />
          <MomentField
            label="Due, all chosen pieces"
            shown="Due"
            ground="card"
            value={same(({ due }) => due)}
            onKeep={(due) => set({ due }, 'due moment changed')}
          />
        </Row>
      </ScrollView>
    </Fold>
  );
}
