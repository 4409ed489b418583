export { createApplication } from './application';
export { migrate, openDatabase } from './database';
