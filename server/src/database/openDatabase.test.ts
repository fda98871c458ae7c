import { randomUUID } from 'node:crypto';
import { createServer, type AddressInfo } from 'node:net';
import pg from 'pg';
import { expect, it } from 'vitest';
import { databaseAdvice } from './databaseAdvice.ts';
import { isConnectionTrouble } from './connectionTrouble.ts';
import { openDatabase } from './openDatabase.ts';

/** A message as PostgreSQL writes it: its letter, its length, what it says. */
function message(letter: string, body: Buffer): Buffer {
  const head = Buffer.alloc(5);
  head.write(letter);
  head.writeInt32BE(body.length + 4, 1);
  return Buffer.concat([head, body]);
}
const WELCOME = message('R', Buffer.alloc(4));
const READY = message('Z', Buffer.from('I'));
const GOING = message(
  'E',
  Buffer.from('SFATAL\0C57P01\0Mterminating connection due to administrator command\0\0'),
);

it('a database that goes away the moment it lets one in is an error of that connection, not the end of the server', async () => {
  const ended: Error[] = [];
  const end = (error: Error) => void ended.push(error);
  process.on('uncaughtException', end);
  const going = createServer((socket) => {
    socket.on('error', () => {});
    socket.once('data', () => socket.end(Buffer.concat([WELCOME, READY, GOING])));
  }).listen(0, '127.0.0.1');
  await new Promise((resolve) => going.once('listening', resolve));
  const { port } = going.address() as AddressInfo;
  await expect(openDatabase(`postgres://nobody@127.0.0.1:${port}/gone`)).rejects.toThrow(
    /connection/i,
  );
  expect(ended).toEqual([]);
  process.removeListener('uncaughtException', end);
  going.close();
});

it.each([
  ['terminating connection due to administrator command', '57P01', true],
  ['the database system is starting up', '57P03', true],
  ['database "sendero" is not currently accepting connections', '55000', true],
  ['sorry, too many clients already', '53300', true],
  ['connect ECONNREFUSED 127.0.0.1:5432', 'ECONNREFUSED', true],
  ['Connection terminated unexpectedly', undefined, true],
  ['duplicate key value violates unique constraint', '23505', false],
  ['relation "counts" does not exist', '42P01', false],
  ['stop is not a function', undefined, false],
])('“%s” is trouble of the connection alone: %s, %s', (said, code, trouble) => {
  expect(isConnectionTrouble(Object.assign(new Error(said), code && { code }))).toBe(trouble);
});

it('what is no error at all is no trouble of the connection', () => {
  for (const thrown of [null, undefined, 'Connection terminated', { code: '57P01' }])
    expect(isConnectionTrouble(thrown)).toBe(false);
});

it('a role that may not create tables, and a database that is none, are told with what to do', async () => {
  const base = process.env.DATABASE_URL!;
  const admin = new pg.Client(base);
  await admin.connect();
  const role = `reader_${randomUUID().slice(0, 8)}`;
  await admin.query(`CREATE ROLE ${role} LOGIN PASSWORD 'reads'`);
  await admin.query(`CREATE DATABASE ${role}`);
  const url = new URL(base);
  [url.username, url.password, url.pathname] = [role, 'reads', `/${role}`];
  const opened = await openDatabase(url.href).catch((error: unknown) => error);
  expect(databaseAdvice(opened)).toMatch(/may not create tables.*\n\n {2}GRANT CREATE/s);
  url.pathname = '/none_of_this_name';
  expect(databaseAdvice(await openDatabase(url.href).catch((error: unknown) => error))).toMatch(
    /does not exist\. Create it/,
  );
  expect(databaseAdvice(new TypeError('a fault'))).toBeNull();
  await admin.query(`DROP DATABASE ${role} WITH (FORCE)`);
  await admin.query(`DROP ROLE ${role}`);
  await admin.end();
});
