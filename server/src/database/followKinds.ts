import { KIND_NAMES, kindOf, type ColumnType, type Kind } from '@sendero/core';
import { Utils, type Sequelize, type Transaction } from 'sequelize';

const SQL: Record<ColumnType, string> = {
  text: 'text',
  uuid: 'uuid',
  integer: 'integer',
  double: 'double precision',
  boolean: 'boolean',
  date: 'date',
  timestamp: 'timestamptz',
  json: 'jsonb',
};
const quoted = (name: string) => `"${Utils.underscoredIf(name, true)}"`;

/**
 * Gives every kind of record its table, and a column for each attribute it is found by, filled from what
 * is kept: a new kind, or a new attribute to find one by, needs no migration. What exists is left as it is.
 */
export async function followKinds(sequelize: Sequelize, transaction: Transaction): Promise<void> {
  const run = (sql: string) => sequelize.query(sql, { transaction });
  const [held] = (await run(
    `SELECT table_name, column_name FROM information_schema.columns WHERE table_schema = current_schema()`,
  )) as [{ table_name: string; column_name: string }[], unknown];
  const has = (table: string, column: string) =>
    held.some((one) => one.table_name === table && one.column_name === column);
  for (const kind of KIND_NAMES) {
    const { table, indexed, parents } = kindOf(kind);
    if (!has(table, 'id'))
      await run(`CREATE TABLE ${table} (
        workspace_id uuid NOT NULL REFERENCES workspaces (id), id uuid NOT NULL, revision integer NOT NULL CHECK (revision > 0),
        deleted_at timestamptz, edited_by text NOT NULL, edited_at timestamptz NOT NULL, shape integer NOT NULL, payload jsonb NOT NULL,
        PRIMARY KEY (workspace_id, id))`);
    if (!has(table, 'lost')) await run(`ALTER TABLE ${table} ADD COLUMN lost integer`);
    if (!has(table, 'merged_into')) await run(`ALTER TABLE ${table} ADD COLUMN merged_into uuid`);
    for (const [attribute, type] of Object.entries(indexed)) {
      const column = quoted(attribute);
      if (has(table, Utils.underscoredIf(attribute, true))) continue;
      await run(`ALTER TABLE ${table} ADD COLUMN ${column} ${SQL[type]}`);
      await run(`UPDATE ${table} SET ${column} = (payload ->> '${attribute}')::${SQL[type]}`);
      await run(`CREATE INDEX ON ${table} (workspace_id, ${column})`);
      const parent = parents[attribute];
      if (parent)
        await run(`ALTER TABLE ${table} ADD FOREIGN KEY (workspace_id, ${column})
          REFERENCES ${kindOf(parent as Kind).table} (workspace_id, id)`);
    }
  }
}
