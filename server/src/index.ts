export { createApplication } from './application';
export { migrate, openDatabase } from './database';
export { sampleCourses } from './sample-world';
