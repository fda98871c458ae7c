import { Sequelize } from 'sequelize';
import type { TestProject } from 'vitest/node';
import { openDatabase } from './database/openDatabase.ts';

declare module 'vitest' {
  export interface ProvidedContext {
    /** Name of a migrated database without rows. */
    migrated: string;
  }
}

/** Before the server's tests: migrates one database, which each test file starts from a copy of. */
export default async function migrateOnce(project: TestProject): Promise<() => Promise<void>> {
  const base = process.env.DATABASE_URL;
  if (!base) throw new Error('DATABASE_URL is not set: run the tests with npm test');
  const migrated = `migrated_${process.pid}_${Date.now()}`;
  const admin = new Sequelize(base, { logging: false });
  await admin.query(`CREATE DATABASE ${migrated}`);
  await (await openDatabase(base.replace(/\/[^/]*$/, `/${migrated}`))).close();
  project.provide('migrated', migrated);
  return async () => {
    await admin.query(`DROP DATABASE ${migrated} WITH (FORCE)`);
    await admin.close();
  };
}
