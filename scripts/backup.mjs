// npm run backup [-- --empty] [file]: saves all there is, photos with it, to one file.
import { saveBackup } from './lib/backup.mjs';
import { startPostgres } from './lib/postgres.mjs';
import { entry } from './lib/run.mjs';

await entry(async () => {
  const given = process.argv.slice(2);
  const file =
    given.find((argument) => !argument.startsWith('--')) ??
    `sendero-${new Date().toISOString().slice(0, 10)}.backup`;
  const cluster = process.env.DATABASE_URL ? null : await startPostgres();
  try {
    const name = given.includes('--empty') ? 'sendero' : 'sendero_demo';
    const place = await saveBackup(process.env.DATABASE_URL ?? (await cluster.url(name)), file);
    console.log(`Saved to ${place}`);
  } finally {
    await cluster?.stop();
  }
});
