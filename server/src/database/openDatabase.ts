import pg from 'pg';
import { Sequelize, type QueryInterface } from 'sequelize';
import { SequelizeStorage, Umzug } from 'umzug';
import { followKinds } from './followKinds.ts';
import { MIGRATIONS } from './migrations.ts';
import { defineModels, type Models } from './models.ts';

export interface Database {
  sequelize: Sequelize;
  models: Models;
  /** Connections for planter logs alone: however many are read at once, commits find theirs free. */
  logs: pg.Pool;
  close(): Promise<void>;
}

/**
 * A connection whose trouble is never the whole server's. When PostgreSQL goes away the moment it lets one in, its farewell comes
 * before Sequelize listens: an error that nobody hears would end Node.js.
 */
class HeardClient extends pg.Client {
  constructor(config?: string | pg.ClientConfig) {
    super(config);
    this.on('error', () => {});
  }
}

/** Key of the advisory lock that lets only one server migrate at a time. */
const MIGRATION_LOCK = 7_301_127;

/**
 * Connects, runs the migrations that are missing and declares the models.
 * @throws when PostgreSQL does not answer or a migration fails
 */
export async function openDatabase(url: string): Promise<Database> {
  const sequelize = new Sequelize(url, {
    dialect: 'postgres',
    dialectModule: { ...pg, Client: HeardClient },
    logging: false,
    pool: { max: 8 },
  });
  await sequelize.authenticate();
  await sequelize.transaction(async (transaction) => {
    await sequelize.query('SELECT pg_advisory_xact_lock(:key)', {
      replacements: { key: MIGRATION_LOCK },
      transaction,
    });
    const umzug = new Umzug<QueryInterface>({
      migrations: MIGRATIONS.map(({ name, up }) => ({ name, up: ({ context }) => up(context) })),
      context: sequelize.getQueryInterface(),
      storage: new SequelizeStorage({ sequelize, tableName: 'migrations' }),
      logger: undefined,
    });
    await umzug.up();
    await followKinds(sequelize, transaction);
  });
  // A million records are summed up in memory, and sooner than what sums them up is compiled.
  const logs = new pg.Pool({
    connectionString: url,
    max: 2,
    options: '-c jit=off -c work_mem=64MB',
  });
  // A connection that breaks while it idles is replaced by the next that is asked for.
  logs.on('error', (error) => console.error(error.message));
  return {
    sequelize,
    models: defineModels(sequelize),
    logs,
    async close() {
      await logs.end();
      await sequelize.close();
    },
  };
}
