import type { StoredCourse } from '@/data/courses';

/** What every page of a course is given. */
export interface CoursePageProps {
  course: StoredCourse;
  /** Standing beside another page on a wide screen. */
  beside?: boolean;
}
