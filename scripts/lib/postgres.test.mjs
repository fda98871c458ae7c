import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, it } from 'vitest';
import { runningOn } from './postgres.mjs';

it('a process that has the number of a PostgreSQL of long ago is not taken for it', () => {
  const data = mkdtempSync(join(tmpdir(), 'sendero-'));
  try {
    expect(runningOn(data)).toBeNull();
    writeFileSync(join(data, 'postmaster.pid'), `${process.pid}\n${data}\n1\n5433\n`);
    expect(runningOn(data)).toBeNull();
    writeFileSync(join(data, 'postmaster.pid'), `999999999\n${data}\n1\n5433\n`);
    expect(runningOn(data)).toBeNull();
  } finally {
    rmSync(data, { recursive: true });
  }
});
