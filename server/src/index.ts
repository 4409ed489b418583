export { createApplication } from './application';
export { migrate, openDatabase } from './database';
export { seedSampleWorld } from './sample-world';
