import {
  countingDouble,
  decimalText,
  find,
  pieceSteps,
  rational,
  setting,
  STANDING,
  type Assessment,
  type Category,
  type Course,
  type NodeFields,
  type Part,
  type PlannedPiece,
} from '@fidens/core';
import { Button } from 'react-native-paper';
import { ClassBar, ClassFigures, pointsOf } from '@/course-ui/class-figures';
import { PieceFacts } from '@/course-ui/piece-facts';
import { useRecordEdit } from '@/course-ui/record-edit';
import { TakesPart } from '@/course-ui/takes-part';
import type { ShownCourse } from '@/data/answers';
import { DeductFields } from '@/rules/conditions/deduct-fields';
import { CurveFields } from '@/rules/curve/editor';
import { Row, Stack } from '@/ui/box';
import { Choice } from '@/ui/fields/choice';
import { KeptField } from '@/ui/fields/kept-field';
import { MomentField } from '@/ui/fields/moment-field';
import { NumberRule } from '@/ui/fields/number-rule';
import { Fold } from '@/ui/fold';
import { Soft } from '@/ui/text';
import { number } from '@/wording/words';
import { stepWords } from '@/wording/working-words';
import { FileIt } from './file-it';

interface PieceDetailsProps {
  course: ShownCourse;
  piece: Assessment;
  /** Its part in the standing; nothing where it is not counted. */
  part: Part | undefined;
  /** Whether the syllabus's own facts of it stand elsewhere. */
  hasFacts?: boolean;
}

type Fields = { [F in keyof NodeFields]?: NodeFields[F] | undefined };

/** What else there is to a piece beside its score: the syllabus's facts, when it was handed in, what lateness costs, a note, and the others' scores. */
export function PieceDetails({ course, piece, part, hasFacts = false }: PieceDetailsProps) {
  const { edit } = useRecordEdit(course);
  const set = (fields: Fields) => edit([setting(piece.id, fields)]);
  const double = countingDouble(course.document, piece.id);
  return (
    <>
      {part?.role === 'no weight' && <FileIt course={course.document} pieces={[piece]} edit={edit} />}
      <PieceClassBar piece={piece} part={part} />
      <Fold title={`More of ${piece.name}`} summary={detailWords(piece)}>
        {piece.deduct && <DeductFields piece={piece} parent={parentOf(course.document, piece)} edit={edit} />}
        {!hasFacts && !piece.deduct && <PieceFacts course={course.document} piece={piece} edit={edit} />}
        <Row gap="s" wrap>
          <MomentField
            label={`Extended for you to, ${piece.name}`}
            shown="Extended for you to"
            value={piece.extended}
            onKeep={(extended) => set({ extended })}
          />
        </Row>
        {!piece.deduct && <Lateness piece={piece} part={part} set={set} />}
        {!piece.deduct && (
          <CurveFields
            of={piece.name}
            value={piece.curve}
            possible={piece.possible}
            onChange={(curve) => set({ curve })}
          />
        )}
        <KeptField
          label={`Note, ${piece.name}`}
          shown="Note"
          value={piece.note ?? ''}
          fault={(text) => (text.length > 10_000 ? 'At most 10,000 characters.' : undefined)}
          onKeep={(note) => set({ note: note.trim() || undefined })}
          style={{}}
        />
        <ClassFigures
          name={piece.name}
          others={piece.class}
          wanted="in points or as 78%"
          write={number}
          read={(typed, isPercent) => pointsOf(typed, isPercent, piece.possible)}
          keep={(others) => set({ class: others })}
        />
        <TakesPart nodes={[piece]} of={piece.name} edit={edit} />
        <Row gap="s" wrap>
          {double && (
            <Button compact onPress={() => edit(double, `${piece.name} counts double`)}>
              Counts double
            </Button>
          )}
          <Button
            compact
            icon="delete"
            accessibilityLabel={`Delete ${piece.name}`}
            onPress={() => edit([{ op: 'remove', id: piece.id }], `${piece.name} deleted`)}
          >
            Delete
          </Button>
        </Row>
      </Fold>
    </>
  );
}

/** A score among the others'. */
function PieceClassBar({
  piece: { class: others, possible, score },
  part,
}: Pick<PieceDetailsProps, 'piece' | 'part'>) {
  const value = score && part?.worth?.value;
  const own = value && { value: value.valueOf(), text: decimalText(value.mul(rational(possible)), 2) };
  return <ClassBar others={others} whole={possible} own={own} write={number} />;
}

/** The category that a piece stands in. */
function parentOf(course: Course, { id }: Assessment): Category {
  return find(course, id)!.ancestors.at(-1)!;
}

interface PartProps {
  piece: Assessment;
  /** Answers why they were not set, where that is refused. */
  set: (fields: Fields) => string | undefined;
}

/** How late the piece was, and what that costs as arithmetic. */
function Lateness({ piece, part, set }: PartProps & { part: Part | undefined }) {
  const { name, late } = piece;
  const due = piece.extended ?? piece.due;
  const how = !late ? 'on time' : 'days' in late ? 'days' : 'moment';
  const node = part?.node as PlannedPiece | undefined;
  const steps = node && late ? pieceSteps(node, STANDING) : [];
  const more = (fields: { [Field in 'days' | 'handedIn' | 'waived' | 'reduced' | 'reason']?: unknown }) => {
    const next = { ...late, ...fields } as Record<string, unknown>;
    return set({
      late: Object.fromEntries(Object.entries(next).filter(([, value]) => value !== undefined)) as never,
    });
  };
  return (
    <Stack gap="s">
      <Choice
        label={`Whether ${name} was late`}
        value={how}
        options={[
          { value: 'on time', label: 'On time' },
          { value: 'days', label: 'Late by days' },
          ...(due ? [{ value: 'moment' as const, label: 'Handed in at' }] : []),
        ]}
        onChange={(next) =>
          set({
            late: next === 'on time' ? undefined : next === 'days' ? { days: '1' } : { handedIn: due! },
          })
        }
      />
      {late && 'days' in late && (
        <NumberRule
          label={`Days late, ${name}`}
          shown="Days late"
          value={late.days}
          wants="Days from 0 up, such as 1 or 1.5."
          required
          onKeep={(days) => more({ days: days! })}
        />
      )}
      {late && 'handedIn' in late && (
        <MomentField
          label={`Handed in, ${name}`}
          shown="Handed in"
          value={late.handedIn}
          onKeep={(handedIn) =>
            handedIn ? more({ handedIn }) : 'Needs a day and time. Choose “On time” instead'
          }
        />
      )}
      {late && (
        <>
          <Choice
            label={`Whether lateness of ${name} counts`}
            value={late.waived ? 'waived' : late.reduced ? 'reduced' : 'counts'}
            options={[
              { value: 'counts', label: 'Lateness counts' },
              { value: 'reduced', label: 'The score is reduced already' },
              { value: 'waived', label: 'Waived' },
            ]}
            onChange={(next) =>
              more({ waived: next === 'waived' || undefined, reduced: next === 'reduced' || undefined })
            }
          />
          {late.waived && (
            <KeptField
              label={`Why, lateness of ${name} is waived`}
              shown="Why"
              value={late.reason ?? ''}
              fault={(text) => (text.length > 10_000 ? 'At most 10,000 characters.' : undefined)}
              onKeep={(reason) => more({ reason: reason.trim() || undefined })}
              style={{}}
            />
          )}
          {steps.map((step, index) => (
            <Soft key={index}>{stepWords(step, node!)}</Soft>
          ))}
          {steps.length === 0 && <Soft>What lateness costs is shown once there is a score.</Soft>}
        </>
      )}
    </Stack>
  );
}

/** What is folded away, where there is something. */
function detailWords({ note, extended, late, class: others }: Assessment): string {
  const words = [
    extended && 'extended',
    late && (late.waived ? 'late, waived' : late.reduced ? 'late, reduced already' : 'late'),
    others?.average !== undefined && `the others' average ${number(others.average)}`,
    note && `“${note}”`,
  ].filter(Boolean);
  return words.length > 0 ? words.join(' · ') : 'Due, late, a note, the others, how it counts, delete.';
}
