// npm run restore -- [--empty] file: puts a backup in the place of what is there, which is kept beside it.
import { restoreBackup } from './lib/backup.mjs';
import { startPostgres } from './lib/postgres.mjs';
import { Advice, entry } from './lib/run.mjs';

await entry(async () => {
  const given = process.argv.slice(2);
  const file = given.find((argument) => !argument.startsWith('--'));
  if (!file) throw new Advice('Say which file: npm run restore -- sendero-2027-05-27.backup');
  const cluster = process.env.DATABASE_URL ? null : await startPostgres();
  try {
    const name = given.includes('--empty') ? 'sendero' : 'sendero_demo';
    const aside = await restoreBackup(process.env.DATABASE_URL ?? (await cluster.url(name)), file);
    console.log(
      `Restored. ${aside ? `What was there before is kept as the database ${aside}. ` : ''}Devices that had sent more than the backup holds send it again by themselves.`,
    );
  } finally {
    await cluster?.stop();
  }
});
