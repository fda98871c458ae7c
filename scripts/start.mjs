// npm start: everything from nothing. Only Node.js is needed; see README.md.
import { ensureBuild, WEB_FOLDER } from './lib/build.mjs';
import { ensureDependencies } from './lib/dependencies.mjs';
import { appPort } from './lib/ports.mjs';
import { startPostgres } from './lib/postgres.mjs';
import { Advice, entry } from './lib/run.mjs';
import { addressOf, keepServer, startStations } from './lib/server.mjs';

await entry(async () => {
  const unknown = process.argv.slice(2).find((argument) => argument !== '--empty');
  if (unknown)
    throw new Advice(
      `“${unknown}” is not known. Use: npm start, or npm start -- --empty for a workspace without the demo.`,
    );
  const demo = !process.argv.includes('--empty');
  const port = await appPort();
  await ensureDependencies();
  await ensureBuild();

  let cluster = null;
  let server = null;
  let stations = null;
  let stopping = false;
  const stop = async (code) => {
    if (stopping) return;
    stopping = true;
    stations?.child.kill('SIGTERM');
    await server?.stop();
    await cluster?.stop();
    process.exit(code);
  };
  process.on('SIGINT', () => void stop(0));
  process.on('SIGTERM', () => void stop(0));
  process.on('SIGHUP', () => void stop(0));

  try {
    let databaseUrl = process.env.DATABASE_URL;
    if (!databaseUrl) {
      cluster = await startPostgres();
      databaseUrl = await cluster.url(demo ? 'sendero_demo' : 'sendero');
    }
    if (demo) stations = startStations();
    server = await keepServer({
      databaseUrl,
      port,
      demo,
      web: WEB_FOLDER,
      stations: stations?.address,
    });
  } catch (error) {
    console.error(`\n${error.message}\n`);
    await stop(1);
  }
  console.log(
    `\n  Sendero is at ${addressOf(process.env.HOST, port)}${demo ? '  (demo season)' : ''}\n  Its data is in ${cluster?.folder ?? 'the database of DATABASE_URL'}; npm run backup saves it to a file.\n  Ctrl-C stops it.\n`,
  );
  void server.ended.then((code) => stop(code));
});
