import { replacement } from '@fidens/core';
import { useMemo, useState, type ReactNode } from 'react';
import { Button } from 'react-native-paper';
import { ChangePreview } from '@/course-ui/change-preview';
import { SourceField } from '@/course-ui/source-field';
import type { CoursePageProps } from '@/model/course-page';
import { incoming } from '@/model/incoming/incoming-question';
import { useAnswer } from '@/model/one-worker';
import { Stack } from '@/ui/box';
import { SelectField } from '@/ui/fields/select-field';
import { SectionTitle, Soft, Wrong } from '@/ui/text';
import { ListReview, type ListWords } from './list-review';
import { ReadHow } from './read-how';
import { ReadingStates } from './reading-states';
import { useReading } from './use-reading';

/** The words of a place that takes things in. */
export interface PlaceWords {
  readonly title: string;
  /** What it is for, before anything is there. */
  readonly about: string;
  readonly paste: string;
  /** What comes in, in a sentence. */
  readonly what: string;
  readonly hint: string;
  readonly another: string;
  readonly list: ListWords;
}

interface BesideRecordProps extends CoursePageProps {
  words: PlaceWords;
  /** What stands below the ways in while nothing has come. */
  more?: ReactNode;
}

/**
 * What comes in beside the record: a list, a table, a calendar or an export is read, put right where it was misread, matched, and taken over
 * as one change; a course file stands in the place of the course.
 */
export function BesideRecord({ course, words, more }: BesideRecordProps) {
  const [said, setSaid] = useState<Readonly<Record<number, string | null>>>({});
  const [which, setWhich] = useState<number>();
  const { source, reading, refusal, start, setKinds, setPerson } = useReading(() => {
    setSaid({});
    setWhich(undefined);
  });
  const { document } = course;
  const question = useMemo(
    () =>
      reading && {
        kind: 'beside' as const,
        ...reading,
        course: document,
        said,
        ...(which !== undefined && { which }),
      },
    [reading, document, said, which],
  );
  const { answered, isCurrent, hasFailed, retry } = useAnswer(incoming, question);
  // What is told of pieces must not be told of ones that are gone.
  const isOfNow = answered?.question.kind === 'beside' && answered.question.course === document;
  const answer = question && isOfNow && answered.question.source === source ? answered.answer : undefined;
  const found = answer?.kind === 'beside' ? answer.answer : undefined;
  return (
    <Stack gap="m">
      <SectionTitle>{words.title}</SectionTitle>
      {refusal !== undefined && <Wrong>{refusal}</Wrong>}
      {!source && (
        <>
          <Soft>{words.about}</Soft>
          <SourceField paste={words.paste} what={words.what} hint={words.hint} onSource={start} />
          {more}
        </>
      )}
      {source && <ReadingStates source={source} answer={answer} hasFailed={hasFailed} retry={retry} />}
      {found?.kind === 'course' && (
        <ChangePreview
          course={course}
          edits={replacement(document, found.course)}
          title="In place of this course"
          button="Replace the course"
          done="Replaced by a file"
          onEnd={() => start(undefined)}
        />
      )}
      {found?.kind === 'list' && (
        <>
          <ReadHow read={found.read} count={found.rows} onKinds={setKinds} onPerson={setPerson} />
          {found.titles.length > 1 && (
            <SelectField
              label="Which of them is this course"
              shown="Which of them is this course"
              value={String(found.which)}
              options={found.titles.map((title, index) => ({
                value: String(index),
                label: title || 'without a title',
              }))}
              onChange={(index) => setWhich(Number(index))}
            />
          )}
          {found.rows > 0 && (
            <ListReview
              course={course}
              compared={found.compared}
              words={words.list}
              isCurrent={isCurrent}
              said={said}
              onSay={(line, piece) => setSaid({ ...said, [line]: piece })}
              onDone={() => start(undefined)}
            />
          )}
        </>
      )}
      {source && (
        <Button style={{ alignSelf: 'flex-start' }} onPress={() => start(undefined)}>
          {words.another}
        </Button>
      )}
    </Stack>
  );
}
