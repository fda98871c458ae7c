import { mkdirSync, mkdtempSync, renameSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, it } from 'vitest';
import { clusterFolder, runningOn } from './postgres.mjs';

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

it('the place of the data is found again when the checkout is moved, and can be chosen', () => {
  const parent = mkdtempSync(join(tmpdir(), 'sendero-'));
  const [before, after] = [join(parent, 'before'), join(parent, 'after')];
  mkdirSync(before);
  try {
    const place = clusterFolder('postgres', { root: before, asRoot: true, given: undefined });
    expect(place).toMatch(/^\/var\/lib\/sendero\/postgres-/);
    renameSync(before, after);
    expect(clusterFolder('postgres', { root: after, asRoot: true, given: undefined })).toBe(place);
    expect(clusterFolder('postgres', { root: after, asRoot: false, given: undefined })).toBe(
      join(after, '.data', 'postgres'),
    );
    expect(clusterFolder('postgres', { root: after, given: '/srv/data' })).toBe(
      '/srv/data/postgres',
    );
  } finally {
    rmSync(parent, { recursive: true });
  }
});
