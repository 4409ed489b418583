/**
 * The core's second door: what reads whatever comes in, files, tables, calendars and exports. It is apart from the first, as its parsers are
 * large and few pages need them.
 */
export type { CourseOfList, WeightOf } from './incoming/course-of-list';
export { newCourses, type NewCourses, type NewCoursesQuestion } from './incoming/new-courses';
export { type ListAnswer, type ListQuestion, readList } from './school/list/read-list';
