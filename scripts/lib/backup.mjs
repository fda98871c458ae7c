import { existsSync, mkdirSync } from 'node:fs';
import { dirname, join, resolve } from 'node:path';
import { findPrograms } from './postgres.mjs';
import { Advice, quiet } from './run.mjs';

const program = (name) => {
  const programs = findPrograms();
  if (!programs) throw new Advice('PostgreSQL is not installed here: npm start installs it.');
  return join(programs, name);
};
const environment = (url) => ({
  env: { ...process.env, PGPASSWORD: decodeURIComponent(new URL(url).password) },
});
/** The address without its password, which others on the machine could read from the list of processes. */
const plainly = (url) => {
  const plain = new URL(url);
  plain.password = '';
  return plain.href;
};
const named = (url, name) => {
  const other = new URL(url);
  other.pathname = `/${name}`;
  return other.href;
};

/** Saves a database, photos with it, in PostgreSQL's custom format. */
export async function saveBackup(url, file) {
  const place = resolve(file);
  mkdirSync(dirname(place), { recursive: true });
  await quiet(
    program('pg_dump'),
    ['--format=custom', '--no-owner', '--no-acl', `--file=${place}`, plainly(url)],
    environment(url),
  );
  return place;
}

/**
 * Puts a backup in the place of a database. What was there is kept beside it, under a name of its own.
 * @returns the name it is kept under; null where there was none
 */
export async function restoreBackup(url, file, now = new Date()) {
  if (!existsSync(file)) throw new Advice(`There is no file ${file}.`);
  const name = new URL(url).pathname.slice(1);
  const admin = named(url, 'postgres');
  const psql = (sql) =>
    quiet(
      program('psql'),
      ['-tAqX', '-v', 'ON_ERROR_STOP=1', '-c', sql, plainly(admin)],
      environment(url),
    );
  // Read before anything is touched.
  await quiet(program('pg_restore'), ['--list', file]).catch(() => {
    throw new Advice(`${file} is not a backup of Sendero, or it is damaged.`);
  });
  const users = Number(
    await psql(`SELECT count(*) FROM pg_stat_activity WHERE datname = '${name}'`),
  );
  if (users > 0)
    throw new Advice('Sendero is running on this database. Stop it first, then restore again.');
  const exists = (await psql(`SELECT 1 FROM pg_database WHERE datname = '${name}'`)).trim() === '1';
  const stamp = now.toISOString().replace(/\D/g, '').slice(0, 14);
  const aside = exists ? `${name}_before_${stamp}` : null;
  const fresh = `${name}_restored_${stamp}`;
  await psql(`CREATE DATABASE ${fresh}`);
  try {
    await quiet(
      program('pg_restore'),
      ['--no-owner', '--no-acl', '--exit-on-error', `--dbname=${plainly(named(url, fresh))}`, file],
      environment(url),
    );
  } catch (error) {
    await psql(`DROP DATABASE ${fresh}`);
    throw error;
  }
  if (aside) await psql(`ALTER DATABASE ${name} RENAME TO ${aside}`);
  await psql(`ALTER DATABASE ${fresh} RENAME TO ${name}`);
  return aside;
}
