export { CalendarFeed } from './calendar-feed';
export { CourseChange } from './course-change';
export {
  AssessmentRecord,
  CategoryRecord,
  CourseRecord,
  NodeRecord,
  RequirementRecord,
} from './course-record';
export { GradingBand, GradingScale } from './grading-scale';
export { RehearsalRecord } from './rehearsal';
export { Term } from './term';
export { User } from './user';
