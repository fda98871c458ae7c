import type { QueryInterface } from 'sequelize';

/** Tells devices of records again, under new change numbers, as their newest version now stands. */
const tellAgain = (kinds: readonly string[]) => `
  WITH newest AS (
    SELECT DISTINCT ON (workspace_id, kind, record_id) * FROM changes
     WHERE kind IN (${kinds.map((kind) => `'${kind}'`).join(', ')})
     ORDER BY workspace_id, kind, record_id, seq DESC),
  told AS (
    INSERT INTO changes (workspace_id, seq, kind, record_id, season, commit_id, record)
    SELECT n.workspace_id, w.change_seq + row_number() OVER (PARTITION BY n.workspace_id ORDER BY n.seq),
           n.kind, n.record_id, n.season, NULL, n.record
      FROM newest n JOIN workspaces w ON w.id = n.workspace_id
    RETURNING workspace_id, seq)
  UPDATE workspaces w SET change_seq = t.most
    FROM (SELECT workspace_id, max(seq) AS most FROM told GROUP BY workspace_id) t WHERE w.id = t.workspace_id;`;

/** Forward only: each runs once, in order, at start. Never edit one that has been released. */
export const MIGRATIONS: { name: string; up(context: QueryInterface): Promise<void> }[] = [
  {
    name: '001-workspaces-records-and-changes',
    async up(queries) {
      const recordColumns = `
        revision integer NOT NULL CHECK (revision > 0),
        deleted_at timestamptz,
        edited_by text NOT NULL,
        edited_at timestamptz NOT NULL`;
      const record = `
        workspace_id uuid NOT NULL REFERENCES workspaces (id),
        id uuid NOT NULL, ${recordColumns},
        PRIMARY KEY (workspace_id, id)`;
      const parent = (column: string, table: string) =>
        `FOREIGN KEY (workspace_id, ${column}) REFERENCES ${table} (workspace_id, id)`;
      await queries.sequelize.query(`
        CREATE TABLE workspaces (
          id uuid PRIMARY KEY, ${recordColumns},
          name text NOT NULL, fixed_today date, season integer NOT NULL, weights jsonb,
          change_seq bigint NOT NULL DEFAULT 0);
        CREATE TABLE people (
          id uuid PRIMARY KEY, workspace_id uuid NOT NULL REFERENCES workspaces (id),
          name text NOT NULL, role text NOT NULL CHECK (role IN ('agronomist', 'scout')), UNIQUE (workspace_id, name));
        CREATE TABLE sessions (token_hash text PRIMARY KEY, person_id uuid NOT NULL REFERENCES people (id) ON DELETE CASCADE, created_at timestamptz NOT NULL);
        CREATE TABLE growers (name text NOT NULL, ${record});
        CREATE TABLE planters (
          name text NOT NULL, type text NOT NULL CHECK (type IN ('planter', 'drill')), rows integer NOT NULL CHECK (rows > 0),
          row_width_m double precision NOT NULL CHECK (row_width_m > 0), cells integer CHECK (cells > 0), as_typed jsonb NOT NULL, ${record});
        CREATE TABLE fields (
          grower_id uuid NOT NULL, name text NOT NULL, area_m2 double precision CHECK (area_m2 > 0), soil text NOT NULL, as_typed jsonb NOT NULL, ${record},
          ${parent('grower_id', 'growers')});
        CREATE INDEX fields_by_grower ON fields (workspace_id, grower_id);
        CREATE TABLE plantings (
          field_id uuid NOT NULL, planter_id uuid, season integer NOT NULL, crop text NOT NULL CHECK (crop IN ('corn', 'soybean', 'wheat')),
          variety text NOT NULL, planted_on date NOT NULL, row_width_m double precision NOT NULL CHECK (row_width_m > 0),
          seeds_per_m2 double precision NOT NULL CHECK (seeds_per_m2 > 0), depth_target_m double precision NOT NULL CHECK (depth_target_m > 0),
          germination double precision NOT NULL CHECK (germination BETWEEN 0 AND 1), field_loss double precision NOT NULL CHECK (field_loss BETWEEN 0 AND 1),
          as_typed jsonb NOT NULL, ${record},
          ${parent('field_id', 'fields')}, ${parent('planter_id', 'planters')});
        CREATE INDEX plantings_by_field ON plantings (workspace_id, field_id);
        CREATE INDEX plantings_by_season ON plantings (workspace_id, season);
        CREATE TABLE walks (
          planting_id uuid NOT NULL, purpose text NOT NULL, started_at timestamptz NOT NULL, finished_at timestamptz CHECK (finished_at >= started_at),
          method text NOT NULL, length_m double precision CHECK (length_m > 0), hoop_diameter_m double precision CHECK (hoop_diameter_m > 0),
          walked_by text NOT NULL, note text NOT NULL, as_typed jsonb NOT NULL, ${record},
          ${parent('planting_id', 'plantings')});
        CREATE INDEX walks_by_planting ON walks (workspace_id, planting_id);
        CREATE TABLE stops (
          walk_id uuid NOT NULL, ordinal integer NOT NULL CHECK (ordinal > 0), travel text NOT NULL CHECK (travel IN ('away', 'toward')),
          chosen boolean NOT NULL, note text NOT NULL, ${record}, ${parent('walk_id', 'walks')});
        CREATE INDEX stops_by_walk ON stops (workspace_id, walk_id);
        CREATE TABLE observations (
          stop_id uuid NOT NULL, type text NOT NULL, "row" integer CHECK ("row" > 0), payload jsonb NOT NULL, ${record}, ${parent('stop_id', 'stops')});
        CREATE INDEX observations_by_stop ON observations (workspace_id, stop_id);
        CREATE TABLE conflicts (
          record_kind text NOT NULL, record_id uuid NOT NULL, version jsonb NOT NULL, deletes boolean NOT NULL, "by" text NOT NULL,
          "at" timestamptz NOT NULL, resolved_at timestamptz, ${record});
        CREATE TABLE commits (
          workspace_id uuid NOT NULL REFERENCES workspaces (id), id uuid NOT NULL, person_id uuid NOT NULL REFERENCES people (id),
          outcome jsonb NOT NULL, received_at timestamptz NOT NULL, PRIMARY KEY (workspace_id, id));
        CREATE TABLE changes (
          workspace_id uuid NOT NULL REFERENCES workspaces (id), seq bigint NOT NULL, kind text NOT NULL, record_id uuid NOT NULL,
          season integer, commit_id uuid, record jsonb NOT NULL, PRIMARY KEY (workspace_id, seq));
        CREATE INDEX changes_by_record ON changes (workspace_id, kind, record_id, seq);
      `);
    },
  },
  {
    name: '002-planting-day',
    async up(queries) {
      const parent = (column: string, table: string) =>
        `FOREIGN KEY (workspace_id, ${column}) REFERENCES ${table} (workspace_id, id)`;
      await queries.sequelize.query(`
        ALTER TABLE planters ADD COLUMN depth_stop_step_m double precision CHECK (depth_stop_step_m > 0);
        UPDATE changes SET record = jsonb_set(record, '{data,depthStopStepM}', 'null') WHERE kind = 'planter';

        -- Walks come in several shapes now: like observations they are kept whole.
        ALTER TABLE walks ADD COLUMN payload jsonb;
        UPDATE walks w SET payload = (
          SELECT c.record -> 'data' FROM changes c
           WHERE c.workspace_id = w.workspace_id AND c.kind = 'walk' AND c.record_id = w.id ORDER BY c.seq DESC LIMIT 1);
        ALTER TABLE walks ALTER COLUMN payload SET NOT NULL,
          DROP COLUMN method, DROP COLUMN length_m, DROP COLUMN hoop_diameter_m, DROP COLUMN walked_by, DROP COLUMN note, DROP COLUMN as_typed;

        CREATE TABLE events (
          planting_id uuid NOT NULL, type text NOT NULL, "at" timestamptz NOT NULL, payload jsonb NOT NULL,
          workspace_id uuid NOT NULL REFERENCES workspaces (id), id uuid NOT NULL, revision integer NOT NULL CHECK (revision > 0),
          deleted_at timestamptz, edited_by text NOT NULL, edited_at timestamptz NOT NULL, PRIMARY KEY (workspace_id, id),
          ${parent('planting_id', 'plantings')});
        CREATE INDEX events_by_planting ON events (workspace_id, planting_id);

        CREATE TABLE photos (
          workspace_id uuid NOT NULL REFERENCES workspaces (id), id uuid NOT NULL, content_type text NOT NULL,
          bytes bytea NOT NULL, received_at timestamptz NOT NULL, PRIMARY KEY (workspace_id, id));

        CREATE TABLE planter_logs (
          workspace_id uuid NOT NULL REFERENCES workspaces (id), id uuid NOT NULL, planting_id uuid NOT NULL, name text NOT NULL,
          status text NOT NULL CHECK (status IN ('reading', 'done', 'cancelled', 'failed')), problem text,
          bytes bigint NOT NULL, bytes_read bigint NOT NULL DEFAULT 0, records bigint NOT NULL DEFAULT 0, broken bigint NOT NULL DEFAULT 0,
          broken_lines jsonb NOT NULL DEFAULT '[]', summary jsonb NOT NULL DEFAULT '[]', started_at timestamptz NOT NULL, heard_at timestamptz NOT NULL,
          finished_at timestamptz, PRIMARY KEY (workspace_id, id), ${parent('planting_id', 'plantings')});
        CREATE INDEX planter_logs_by_planting ON planter_logs (workspace_id, planting_id);
        CREATE TABLE planter_log_records (
          workspace_id uuid NOT NULL, log_id uuid NOT NULL, line integer NOT NULL, "time" timestamptz NOT NULL, "row" smallint NOT NULL,
          dropped_per_m2 real NOT NULL, target_per_m2 real, latitude double precision, longitude double precision, speed_m_per_s real,
          singulation real, downforce_n real, wheel_load_n real, moisture real,
          PRIMARY KEY (workspace_id, log_id, line), FOREIGN KEY (workspace_id, log_id) REFERENCES planter_logs (workspace_id, id) ON DELETE CASCADE);
      `);
    },
  },
  {
    name: '003-shapes-local-days-and-pieces',
    async up(queries) {
      const tables = {
        workspace: 'workspaces',
        grower: 'growers',
        planter: 'planters',
        field: 'fields',
        planting: 'plantings',
        walk: 'walks',
        stop: 'stops',
        observation: 'observations',
        event: 'events',
        conflict: 'conflicts',
      };
      // Every record is kept whole now, with what a newer app may have added to it.
      for (const [kind, table] of Object.entries(tables)) {
        const own = kind === 'workspace' ? 't.id' : 't.workspace_id';
        await queries.sequelize.query(`
          ALTER TABLE ${table} ADD COLUMN shape integer NOT NULL DEFAULT 1, ADD COLUMN IF NOT EXISTS payload jsonb;
          UPDATE ${table} t SET payload = (
            SELECT c.record -> 'data' FROM changes c WHERE c.workspace_id = ${own} AND c.kind = '${kind}' AND c.record_id = t.id
             ORDER BY c.seq DESC LIMIT 1) WHERE payload IS NULL;
          ALTER TABLE ${table} ALTER COLUMN payload SET NOT NULL;`);
      }
      // Walks and events carry the local day; until now it was the one in UTC, and no zone was noted.
      for (const [kind, at, on] of [
        ['walk', 'startedAt', 'startedOn'],
        ['event', 'at', 'on'],
      ] as const) {
        const grown = (data: string) =>
          `jsonb_build_object('${on}', left(${data} ->> '${at}', 10), 'zoneOffsetMin', NULL) || ${data}`;
        await queries.sequelize.query(`
          UPDATE ${tables[kind]} SET shape = 2, payload = ${grown('payload')};
          UPDATE changes SET record = record || jsonb_build_object('version', 2, 'data', ${grown("(record -> 'data')")}) WHERE kind = '${kind}';`);
      }
      // Plantings are shared by all seasons. Devices hear of all that changed; 002 had not told of planters.
      await queries.sequelize.query(`
        UPDATE changes SET season = NULL WHERE kind = 'planting';
        ${tellAgain(['planter', 'planting', 'walk', 'event'])}
        CREATE TABLE photo_pieces (
          workspace_id uuid NOT NULL REFERENCES workspaces (id), id uuid NOT NULL, bytes bytea NOT NULL, received_at timestamptz NOT NULL,
          PRIMARY KEY (workspace_id, id));
        ALTER TABLE planter_logs ADD COLUMN reading jsonb, ADD COLUMN tail bytea;
        UPDATE planter_logs SET status = 'failed', problem = 'The server stopped while reading: send it again.' WHERE status = 'reading';`);
    },
  },
  {
    name: '004-columns-to-find-by',
    async up(queries) {
      // Each record stands whole in its payload: copies that nothing is found by were only one more thing to keep true.
      const copies = {
        workspaces: ['weights'],
        planters: ['type', 'rows', 'row_width_m', 'cells', 'depth_stop_step_m', 'as_typed'],
        fields: ['area_m2', 'soil', 'as_typed'],
        plantings: [
          'crop',
          'variety',
          'row_width_m',
          'seeds_per_m2',
          'depth_target_m',
          'germination',
          'field_loss',
          'as_typed',
        ],
        stops: ['travel', 'chosen', 'note'],
        conflicts: ['version', 'deletes', '"by"', '"at"'],
      };
      for (const [table, columns] of Object.entries(copies))
        await queries.sequelize.query(
          `ALTER TABLE ${table} ${columns.map((column) => `DROP COLUMN ${column}`).join(', ')}`,
        );
    },
  },
  {
    name: '005-calendar-feeds-and-station-fetches',
    async up(queries) {
      await queries.sequelize.query(`
        CREATE TABLE calendar_feeds (
          workspace_id uuid NOT NULL REFERENCES workspaces (id), id uuid NOT NULL, token_hash text NOT NULL UNIQUE,
          zone text NOT NULL, made_by text NOT NULL, made_at timestamptz NOT NULL, asked_at timestamptz,
          PRIMARY KEY (workspace_id, id));
        CREATE TABLE station_fetches (
          workspace_id uuid NOT NULL REFERENCES workspaces (id), id uuid NOT NULL, tried_at timestamptz NOT NULL,
          succeeded_at timestamptz, problem text,
          PRIMARY KEY (workspace_id, id));`);
    },
  },
  {
    name: '006-where-a-planter-log-lies',
    async up(queries) {
      await queries.sequelize.query(
        'ALTER TABLE planter_logs ADD COLUMN box double precision[], ADD COLUMN overview jsonb',
      );
    },
  },
  {
    name: '007-marks-of-the-history',
    async up(queries) {
      await queries.sequelize.query(`
        CREATE TABLE history_marks (
          workspace_id uuid NOT NULL REFERENCES workspaces (id), seq bigint NOT NULL, mark uuid NOT NULL, at timestamptz NOT NULL,
          PRIMARY KEY (workspace_id, seq));
        -- Pictures that were half sent are sent again from their beginning.
        DROP TABLE photo_pieces;
        CREATE TABLE photo_pieces (
          workspace_id uuid NOT NULL REFERENCES workspaces (id), id uuid NOT NULL, from_byte integer NOT NULL, bytes bytea NOT NULL,
          received_at timestamptz NOT NULL, PRIMARY KEY (workspace_id, id, from_byte));
        CREATE INDEX photo_pieces_by_time ON photo_pieces (received_at);
        CREATE INDEX commits_by_time ON commits (received_at);
        INSERT INTO history_marks SELECT id, change_seq, gen_random_uuid(), now() FROM workspaces;`);
    },
  },
];
