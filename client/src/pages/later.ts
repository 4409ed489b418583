/**
 * Every page but the first one a student sees. They come as one piece after the ways in and the Term place: what both need stands in
 * the first piece, and nothing is sent twice.
 */
export { AccountPlace } from './account-page';
export { CourseScreen } from './course-page';
export { FilesPlace } from './in-and-out-page';
export { LooseEndsPlace } from './loose-ends-page';
export { NewCourse } from './new-course/first-step';
export { RecordPlace } from './record-page';
export { ScaleScreen } from './scale-page';
export { SetupScreen } from './new-course/step-page';
export { SheetScreen } from './sheet-page';
export { TermsPlace } from './terms-page';
export { YouPlace } from './you-page';
