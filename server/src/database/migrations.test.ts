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

    await old.query(`
      INSERT INTO plantings ${record}, field_id, season, crop, variety, planted_on, row_width_m, seeds_per_m2, depth_target_m, germination, field_loss, as_typed)
        SELECT workspace_id, gen_random_uuid(), ${common}, field_id, 2026, crop, variety, planted_on, row_width_m, seeds_per_m2, depth_target_m, germination, field_loss, as_typed FROM plantings;
      INSERT INTO changes (workspace_id, seq, kind, record_id, season, record)
        SELECT workspace_id, 10 + row_number() OVER (), 'planting', id, season, json_build_object('data', json_build_object('season', season)) FROM plantings;
      INSERT INTO changes (workspace_id, seq, kind, record_id, record) VALUES
        ('${workspace}', 20, 'walk', '${walk}', '${JSON.stringify({ data: { ...data(6), startedAt: '2027-05-27T01:30:00.000Z' } })}'),
        ('${workspace}', 21, 'grower', '${grower}', '${JSON.stringify({ data: { name: 'Quill' } })}'),
        ('${workspace}', 22, 'field', '${field}', '${JSON.stringify({ data: { name: 'Long Forty' } })}'),
        ('${workspace}', 23, 'workspace', '${workspace}', '${JSON.stringify({ data: { name: 'Bench' } })}');
      UPDATE walks SET payload = payload || '{"startedAt": "2027-05-27T01:30:00.000Z"}';
      UPDATE workspaces SET change_seq = 23;
    `);
    await MIGRATIONS[2]!.up(queries);
    const day = { startedOn: '2027-05-27', zoneOffsetMin: null };
    const rows = async (query: string) => (await old.query(query))[0] as Record<string, unknown>[];
    expect(await rows('SELECT shape, payload FROM walks')).toMatchObject([
      { shape: 2, payload: day },
    ]);
    expect(await rows('SELECT shape, payload FROM growers')).toEqual([
      { shape: 1, payload: { name: 'Quill' } },
    ]);
    // A device that had heard of everything hears of what changed: each once, of all seasons.
    const told = await rows('SELECT kind, season, record FROM changes WHERE seq > 23 ORDER BY seq');
    expect(told.map(({ kind }) => kind).sort()).toEqual([
      'planter',
      'planting',
      'planting',
      'walk',
    ]);
    expect(told.every(({ season }) => season === null)).toBe(true);
    expect(told.find(({ kind }) => kind === 'walk')).toMatchObject({
      record: { version: 2, data: { ...day, lengthM: 6 } },
    });
    expect(await rows('SELECT change_seq FROM workspaces')).toEqual([{ change_seq: '27' }]);
  } finally {
    await old.close();
    await admin.query(`DROP DATABASE ${name} WITH (FORCE)`);
    await admin.close();
  }
});
