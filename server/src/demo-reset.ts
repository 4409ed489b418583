import { migrate, openDatabase } from './database';
import { clearSampleWorlds } from './courses/sample-world';

/** Clears every sample student of `DATABASE_URL` away: whoever opens one next finds her as she was at first. */
async function main(): Promise<void> {
  const url = process.env.DATABASE_URL!;
  await migrate(url);
  const database = openDatabase(url);
  await clearSampleWorlds(database, 0);
  await database.destroy();
  console.log('The sample data is as it was at first.');
}

main().catch((error: Error) => {
  console.error(error.message);
  process.exit(1);
});
