import { courseSetting, type Edit } from '@fidens/core';
import { useMemo } from 'react';
import { Button } from 'react-native-paper';
import { ChangePreview } from '@/course-ui/change-preview';
import type { CoursePageProps } from '@/model/course-page';
import { useAnswer } from '@/model/one-worker';
import { syllabus, type ReadText, type SyllabusQuestion } from '@/model/syllabus/syllabus-question';
import { useNow } from '@/data/now';
import { Stack } from '@/ui/box';
import { Fold } from '@/ui/fold';
import { SectionTitle, Soft } from '@/ui/text';
import { DoubtCard } from './doubt-card';
import { isTold, lineAround, namesOf } from './fact-words';
import { PasteSyllabus } from './paste-syllabus';
import { SyllabusText } from './syllabus-text';
import { useSyllabus, type SyllabusReading } from './use-syllabus';

/** The text of the course's syllabus beside what was read from it, and the way in for a new version of it. */
export function CourseSyllabus({ course }: CoursePageProps) {
  const { syllabus: text } = course.document;
  const reading = useSyllabus(`syllabus of ${course.id}`, course.document);
  return (
    <Fold
      title="Its syllabus"
      summary={
        text === undefined ? 'Paste it, to see what it changes' : 'Its text, and what became of each line'
      }
      startsOpen={reading.read !== undefined}
    >
      {text !== undefined && !reading.read && <KeptText course={course} text={text} />}
      <PasteSyllabus
        reading={reading}
        paste={text === undefined ? 'Paste the syllabus' : 'Paste a new version'}
        hint="What it says differently is shown, with what that does to every number, before it is kept."
      />
      {reading.read && <NewVersion course={course} reading={reading} read={reading.read} />}
    </Fold>
  );
}

const NONE = {};

/** The text that was kept, with the words of each fact. */
function KeptText({ course, text }: CoursePageProps & { text: string }) {
  const near = useNow();
  const { title, scale } = course.document;
  const question = useMemo<SyllabusQuestion>(
    () => ({ kind: 'read', text, near, decisions: NONE, title, scale }),
    [text, near, title, scale],
  );
  const { answered } = useAnswer(syllabus, question);
  const read = answered?.answer.kind === 'read' ? answered.answer.read : undefined;
  return (
    <SyllabusText
      text={text}
      facts={read?.text === text ? read.facts.filter(isTold) : []}
      lines={read?.text === text ? read.lines : []}
      shown={undefined}
    />
  );
}

interface NewVersionProps extends CoursePageProps {
  reading: SyllabusReading;
  read: ReadText;
}

/** What a new version changes: what is doubtful is asked first, then all of it stands with its effect. */
function NewVersion({ course, reading, read }: NewVersionProps) {
  const { facts, lines, text, decided, version, kept } = read;
  const { decisions, decide, end, start } = reading;
  const nameOf = useMemo(() => namesOf(facts), [facts]);
  const told = facts.filter(isTold);
  const { syllabus: before } = course.document;
  const isRead = told.length > 0;
  // A text that changes no rule is kept all the same, as the one that holds.
  const edits = useMemo<readonly Edit[]>(
    () =>
      version && isRead
        ? [...version.edits, ...(kept === before ? [] : [courseSetting({ syllabus: kept })])]
        : [],
    [version, isRead, kept, before],
  );
  const asked = decided.asked.filter(isTold);
  return (
    <Stack gap="m">
      {!isRead && <Soft>None of it was understood as the rules of a course. Nothing would change.</Soft>}
      {asked.map((fact) => (
        <DoubtCard
          key={`${fact.kind} ${fact.about}`}
          fact={fact}
          text={text}
          line={lineAround(lines, fact)}
          nameOf={nameOf}
          onDecide={(key, decision) => decide({ ...decisions, [key]: decision })}
        />
      ))}
      {version && version.gone.length > 0 && (
        <Soft>{`No longer in the text: ${version.gone.join(', ')}. Nothing is taken away for that.`}</Soft>
      )}
      <ChangePreview
        course={course}
        edits={edits}
        title="What the new version changes"
        button="Take it over"
        done="The new version of the syllabus holds."
        onEnd={end}
      />
      <SectionTitle>The new text</SectionTitle>
      <SyllabusText text={text} facts={told} lines={lines} shown={undefined} />
      <Button style={{ alignSelf: 'flex-start' }} onPress={() => start(undefined)}>
        Another text
      </Button>
    </Stack>
  );
}
