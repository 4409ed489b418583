import { pieces } from '@fidens/core';
import { useRouter } from 'expo-router';
import { useState } from 'react';
import { Button } from 'react-native-paper';
import { reasonOf } from '@/data/api';
import { useDeleteCourse } from '@/data/courses';
import type { CoursePageProps } from '@/model/course-page';
import { Row, Stack } from '@/ui/box';
import { Soft } from '@/ui/text';
import { plural } from '@/wording/words';

/** It could not be deleted: the mutation's error says so, in place. */
const stay = () => undefined;

/** Deleting a course asks once more, in place, and says what goes with it. */
export function DeleteCourse({ course }: CoursePageProps) {
  const [asked, setAsked] = useState(false);
  const router = useRouter();
  const remove = useDeleteCourse();
  const { title } = course.document;
  if (!asked) {
    return (
      <Button style={{ alignSelf: 'flex-start' }} onPress={() => setAsked(true)}>
        Delete this course
      </Button>
    );
  }
  return (
    <Stack gap="s" align="start" role="alert">
      <Soft>
        {title} goes, with its {plural(pieces(course.document).length, 'piece')} and scores. Until Fidens is
        closed, undo brings it back as it was.
      </Soft>
      <Row gap="s">
        <Button
          mode="contained"
          loading={remove.isPending}
          onPress={() => void remove.mutateAsync(course).then(() => router.replace('/'), stay)}
        >
          Delete {title}
        </Button>
        <Button onPress={() => setAsked(false)}>Keep it</Button>
      </Row>
      {remove.error && <Soft>It could not be deleted: {reasonOf(remove.error)}</Soft>}
    </Stack>
  );
}
