import type { ShownCourse } from '@/data/answers';

/** What every page of a course is given. */
export interface CoursePageProps {
  course: ShownCourse;
  /** Standing beside another page on a wide screen. */
  beside?: boolean;
}
