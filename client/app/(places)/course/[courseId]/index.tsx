import { Redirect, useLocalSearchParams } from 'expo-router';

/** A course without one of its pages: its scores. */
export default function CourseAddress() {
  const { courseId } = useLocalSearchParams<{ courseId: string }>();
  return <Redirect href={`/course/${courseId}/scores`} />;
}
