import type { ColumnKind, ListSource } from '@fidens/core';
import { useMemo, useState } from 'react';
import { ActivityIndicator, Button } from 'react-native-paper';
import { useNow, useSession } from '@/data/session';
import type { CoursePageProps } from '@/model/course-page';
import { dayOrder } from '@/model/day-order';
import { Row, Stack } from '@/ui/box';
import { LinkButton } from '@/ui/link-button';
import { SectionTitle, Soft, Wrong } from '@/ui/text';
import { ListColumns } from './list-columns';
import { ListReview } from './list-review';
import { ListSourceField } from './list-source';
import { useSchoolAnswer } from './school-question';

/** The school's list beside the record: read, put right where it was misread, matched, and taken over as one change. */
export function SchoolList({ course }: CoursePageProps) {
  const now = useNow();
  const { data: session } = useSession();
  const [source, setSource] = useState<ListSource>();
  const [kinds, setKinds] = useState<readonly ColumnKind[]>();
  const [said, setSaid] = useState<Readonly<Record<number, string | null>>>({});
  const order = dayOrder.use();
  const { document } = course;
  const question = useMemo(
    () =>
      source &&
      ({
        kind: 'read',
        source,
        course: document,
        near: now,
        said,
        ...(kinds && { kinds }),
        ...(order !== 'ask' && { order }),
      } as const),
    [source, document, now, said, kinds, order],
  );
  const { answer, isCurrent, failed, retry } = useSchoolAnswer(question);
  const start = (next: ListSource | undefined) => {
    setSource(next);
    setKinds(undefined);
    setSaid({});
  };
  return (
    <Stack gap="m">
      <SectionTitle>Its list beside yours</SectionTitle>
      {!source && (
        <Soft>
          What the school has entered, row by row beside your record. Nothing is kept before you say so.
        </Soft>
      )}
      {!source && <ListSourceField onSource={start} />}
      {!source && session?.student?.sample && (
        <LinkButton href="/school" mode="outlined" outside>
          Open the simulated school
        </LinkButton>
      )}
      {source && failed !== undefined && (
        <Row gap="s" align="center" wrap>
          <Wrong>{failed}</Wrong>
          <Button onPress={retry}>Try again</Button>
        </Row>
      )}
      {source && !answer && failed === undefined && (
        <Row gap="s" align="center" role="status">
          <ActivityIndicator size="small" aria-label="Reading" />
          <Soft>Reading the list …</Soft>
        </Row>
      )}
      {source && answer?.kind === 'refused' && <Wrong>What was given {answer.why}. Nothing was kept.</Wrong>}
      {source && answer?.kind === 'read' && (
        <>
          <ListColumns answer={answer.answer} order={order} onKinds={setKinds} />
          {answer.answer.rows.count > 0 && (
            <ListReview
              course={course}
              compared={answer.answer.compared}
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
          Another list
        </Button>
      )}
    </Stack>
  );
}
