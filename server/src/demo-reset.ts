import { migrate, openDatabase } from './database';
import { resetSampleWorld } from './sample-world';

/** Puts the sample data of `DATABASE_URL` back. */
async function main(): Promise<void> {
  const database = openDatabase(process.env.DATABASE_URL!);
  await migrate(database);
  await resetSampleWorld(database);
  await database.destroy();
  console.log('The sample data is as it was at first.');
}

main().catch((error: Error) => {
  console.error(error.message);
  process.exit(1);
});
