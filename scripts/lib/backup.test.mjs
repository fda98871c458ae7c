import { randomUUID } from 'node:crypto';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import pg from 'pg';
import { afterAll, beforeAll, expect, it } from 'vitest';
import { restoreBackup, saveBackup } from './backup.mjs';

const base = process.env.DATABASE_URL;
const name = `backup_${randomUUID().slice(0, 8)}`;
const folder = mkdtempSync(join(tmpdir(), 'sendero-'));
const url = base?.replace(/\/[^/]*$/, `/${name}`);
const ask = async (sql, at = url) => {
  const client = new pg.Client(at);
  await client.connect();
  try {
    return (await client.query(sql)).rows;
  } finally {
    await client.end();
  }
};

// Where no database is at hand the others are run all the same: npm test makes one.
const withDatabase = it.skipIf(!base);
beforeAll(() => base && ask(`CREATE DATABASE ${name}`, base));
afterAll(async () => {
  rmSync(folder, { recursive: true });
  if (!base) return;
  const made = await ask(`SELECT datname FROM pg_database WHERE datname LIKE '${name}%'`, base);
  for (const { datname } of made) await ask(`DROP DATABASE ${datname} WITH (FORCE)`, base);
});

withDatabase(
  'a backup brings everything back, and what was there since is kept beside it',
  async () => {
    const file = join(folder, 'one.backup');
    await ask(
      `CREATE TABLE photos (id int PRIMARY KEY, bytes bytea); INSERT INTO photos VALUES (1, '\\xffd8ff')`,
    );
    expect(await saveBackup(url, file)).toBe(file);
    await ask('DELETE FROM photos; INSERT INTO photos VALUES (2, NULL)');
    const aside = await restoreBackup(url, file, new Date('2027-05-27T10:00:00Z'));
    expect(await ask('SELECT id, bytes FROM photos')).toEqual([
      { id: 1, bytes: Buffer.from([0xff, 0xd8, 0xff]) },
    ]);
    expect(aside).toBe(`${name}_before_20270527100000`);
    expect(await ask('SELECT id FROM photos', url.replace(name, aside))).toEqual([{ id: 2 }]);
  },
);

withDatabase('nothing is touched where the file is none, or somebody is connected', async () => {
  const file = join(folder, 'bad.backup');
  writeFileSync(file, 'no backup');
  await expect(restoreBackup(url, join(folder, 'missing'))).rejects.toThrow(/There is no file/);
  await expect(restoreBackup(url, file)).rejects.toThrow(/is not a backup of Sendero/);
  const good = await saveBackup(url, join(folder, 'two.backup'));
  const client = new pg.Client(url);
  await client.connect();
  await expect(restoreBackup(url, good)).rejects.toThrow(/Stop it first/);
  await client.end();
});
