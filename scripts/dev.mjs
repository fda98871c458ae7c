// npm run dev: the server restarts and the screens reload as files change.
import { spawn } from 'node:child_process';
import { join } from 'node:path';
import { ensureDependencies } from './lib/dependencies.mjs';
import { appPort, freePort } from './lib/ports.mjs';
import { startPostgres } from './lib/postgres.mjs';
import { entry, ROOT } from './lib/run.mjs';
import { startServer } from './lib/server.mjs';

await entry(async () => {
  const port = await appPort();
  const apiPort = await freePort();
  await ensureDependencies();
  const cluster = process.env.DATABASE_URL ? null : await startPostgres();
  const databaseUrl = process.env.DATABASE_URL ?? (await cluster.url('sendero_demo'));
  const server = await startServer({ databaseUrl, port: apiPort, demo: true, watch: true });
  const vite = spawn(
    'npx',
    ['vite', '--port', String(port), '--strictPort', '--host', '127.0.0.1'],
    {
      cwd: join(ROOT, 'web'),
      stdio: 'inherit',
      env: { ...process.env, SENDERO_API: `http://127.0.0.1:${apiPort}` },
    },
  );
  const stop = async () => {
    vite.kill('SIGTERM');
    server.child.kill('SIGTERM');
    await server.exited;
    await cluster?.stop();
    process.exit(0);
  };
  process.on('SIGINT', () => void stop());
  process.on('SIGTERM', () => void stop());
});
