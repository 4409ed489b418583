import { readDatabaseUrl } from './configuration';
import { migrate } from './database';

/** Brings the tables up to date, as a step of its own before the processes of a new version start. */
migrate(readDatabaseUrl(process.env)).then(
  () => console.log('The tables are up to date.'),
  (error: Error) => {
    console.error(error.message);
    process.exitCode = 1;
  },
);
