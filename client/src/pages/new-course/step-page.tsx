import { useLocalSearchParams } from 'expo-router';
import { reasonOf } from '@/data/api';
import { useCourse } from '@/data/courses';
import { isStep } from '@/pages/new-course/setup-frame';
import { SetupStep } from '@/pages/new-course/setup-steps';
import { Page } from '@/ui/page';
import { Empty, Failed, Loading } from '@/ui/states';

/** A step of setting up a course that is there already: each change is kept as it is made. */
export function SetupScreen() {
  const { courseId, step } = useLocalSearchParams<{ courseId: string; step: string }>();
  const { data: course, error, isPending, refetch } = useCourse(courseId);
  if (error && !course)
    return <Failed what="This course" reason={reasonOf(error)} retry={() => void refetch()} />;
  if (isPending) return <Loading what="this course" />;
  if (!course || !isStep(step)) {
    return (
      <Page title="No such course">
        <Empty level={1} title="No such course">
          It may have been deleted, or it is not yours.
        </Empty>
      </Page>
    );
  }
  return <SetupStep course={course} step={step} />;
}
