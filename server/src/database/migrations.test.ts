import { randomUUID } from 'node:crypto';
import { Sequelize } from 'sequelize';
import { expect, it } from 'vitest';
import { MIGRATIONS } from './migrations.ts';

it('planting day keeps the walks of before: whole, as their newest version', async () => {
  const base = process.env.DATABASE_URL!;
  const name = `test_${randomUUID().replaceAll('-', '')}`;
  const admin = new Sequelize(base, { logging: false });
  await admin.query(`CREATE DATABASE ${name}`);
  const old = new Sequelize(base.replace(/\/[^/]*$/, `/${name}`), { logging: false });
  try {
    const queries = old.getQueryInterface();
    await MIGRATIONS[0]!.up(queries);
    const [workspace, grower, field, planting, walk] = Array.from({ length: 5 }, randomUUID);
    const data = (lengthM: number) => ({ plantingId: planting, purpose: 'stand', lengthM });
    const common = `1, NULL, 'Noor', now()`;
    const record = `(workspace_id, id, revision, deleted_at, edited_by, edited_at`;
    await old.query(`
      INSERT INTO workspaces (id, revision, deleted_at, edited_by, edited_at, name, season) VALUES ('${workspace}', ${common}, 'Bench', 2027);
      INSERT INTO growers ${record}, name) VALUES ('${workspace}', '${grower}', ${common}, 'Quill');
      INSERT INTO fields ${record}, grower_id, name, soil, as_typed) VALUES ('${workspace}', '${field}', ${common}, '${grower}', 'Long Forty', '', '{}');
      INSERT INTO plantings ${record}, field_id, season, crop, variety, planted_on, row_width_m, seeds_per_m2, depth_target_m, germination, field_loss, as_typed)
        VALUES ('${workspace}', '${planting}', ${common}, '${field}', 2027, 'corn', 'AB-104', '2027-04-28', 0.76, 8, 0.05, 0.95, 0.05, '{}');
      INSERT INTO walks ${record}, planting_id, purpose, started_at, method, length_m, walked_by, note, as_typed)
        VALUES ('${workspace}', '${walk}', ${common}, '${planting}', 'stand', now(), 'oneRow', 6, 'Noor', '', '{}');
      INSERT INTO changes (workspace_id, seq, kind, record_id, record) VALUES
        ('${workspace}', 1, 'walk', '${walk}', '${JSON.stringify({ data: data(5) })}'),
        ('${workspace}', 2, 'walk', '${walk}', '${JSON.stringify({ data: data(6) })}'),
        ('${workspace}', 3, 'planter', '${randomUUID()}', '${JSON.stringify({ data: { name: 'Goose' } })}');
    `);
    await MIGRATIONS[1]!.up(queries);
    const [walks] = await old.query('SELECT payload FROM walks');
    expect(walks).toEqual([{ payload: data(6) }]);
    const [planters] = await old.query(`SELECT record FROM changes WHERE kind = 'planter'`);
    expect(planters).toEqual([{ record: { data: { name: 'Goose', depthStopStepM: null } } }]);
  } finally {
    await old.close();
    await admin.query(`DROP DATABASE ${name} WITH (FORCE)`);
    await admin.close();
  }
});
