import type { Course } from '@fidens/core';
import { useRouter } from 'expo-router';
import { Button } from 'react-native-paper';
import { reasonOf } from '@/data/api';
import { useCreateCourse } from '@/data/courses';
import type { Term } from '@/data/term-days';
import { SyllabusReview } from '@/features/syllabus/syllabus-review';
import type { SyllabusReading } from '@/features/syllabus/use-syllabus';
import { Row } from '@/ui/box';
import { Page } from '@/ui/page';
import { Soft, Wrong } from '@/ui/text';

/** A new course from its syllabus: looked through, then kept, and open for its first score. */
export function FromSyllabus({ reading, term }: { reading: SyllabusReading; term: Term | undefined }) {
  const router = useRouter();
  const create = useCreateCourse();
  const { read, decisions, decide, start, end } = reading;
  if (!read) return null;
  const keep = (document: Course) =>
    create.mutate(
      { termId: term!.id, document: { ...document, ...(read.kept !== '' && { syllabus: read.kept }) } },
      {
        onSuccess: ({ id }) => {
          end();
          router.replace(`/course/${id}/scores`);
        },
      },
    );
  return (
    <Page title="New course from its syllabus" most={1120}>
      <Row gap="s" align="center" wrap>
        <Soft>New course · from its syllabus</Soft>
        <Button compact onPress={() => start(undefined)}>
          Another text
        </Button>
      </Row>
      <SyllabusReview read={read} decisions={decisions} decide={decide}>
        {(taken) => (
          <>
            {read.course && taken > 0 && (
              <Button
                mode="contained"
                loading={create.isPending}
                disabled={!term || create.isPending}
                onPress={() => keep(read.course!)}
              >
                {`Take the ${taken}`}
              </Button>
            )}
            {create.error && (
              <Wrong>{reasonOf(create.error)} Nothing was kept; the text is still here.</Wrong>
            )}
          </>
        )}
      </SyllabusReview>
    </Page>
  );
}
