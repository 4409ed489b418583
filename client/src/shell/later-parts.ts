/**
 * Every page but the first one a student sees, all that checks and changes documents, and what goes with them around each page.
 * It comes as one piece after the ways in and the Term place: what both need stands in the first piece, and nothing is sent twice.
 */
export { TermDesk } from '@/pages/term-desk';
export { AbovePage, BelowPage } from './around-page';
export { WAYS_IN } from '@/model/ways-in';
export { AccountPlace } from '@/pages/account-page';
export { CourseScreen } from '@/pages/course-page';
export { FilesPlace } from '@/pages/in-and-out-page';
export { LooseEndsPlace } from '@/pages/loose-ends-page';
export { NewCourse } from '@/pages/new-course/first-step';
export { RecordPlace } from '@/pages/record-page';
export { ScaleScreen } from '@/pages/scale-page';
export { SetupScreen } from '@/pages/new-course/step-page';
export { SheetScreen } from '@/pages/sheet-page';
export { TermsPlace } from '@/pages/terms-page';
export { YouPlace } from '@/pages/you-page';
