export { createApplication } from './application';
export { migrate, openDatabase } from './database';
export { sampleCourses } from './courses/sample-world';
