import { KIND_NAMES, kindOf, type ColumnType, type Kind } from '@sendero/core';
import {
  DataTypes,
  type Model,
  type ModelAttributes,
  type ModelStatic,
  type Sequelize,
} from 'sequelize';

const required = { allowNull: false };
const uuid = { type: DataTypes.UUID, ...required };
const text = { type: DataTypes.TEXT, ...required };
const integer = { type: DataTypes.INTEGER, ...required };
const json = { type: DataTypes.JSONB, ...required };
/** A bigint column that holds no more than a number can; PostgreSQL sends bigints as text. */
const count = (name: string) => ({
  type: DataTypes.BIGINT,
  ...required,
  defaultValue: 0,
  get(this: Model) {
    return Number(this.getDataValue(name));
  },
});
const optional = (type: DataTypes.DataType) => ({ type, allowNull: true });

const COLUMN: Record<ColumnType, DataTypes.DataType> = {
  text: DataTypes.TEXT,
  uuid: DataTypes.UUID,
  integer: DataTypes.INTEGER,
  double: DataTypes.DOUBLE,
  boolean: DataTypes.BOOLEAN,
  date: DataTypes.DATEONLY,
  timestamp: DataTypes.DATE,
  json: DataTypes.JSONB,
};

/** Attributes of a kind that have a column of their own. */
export const dataColumns = (kind: Kind): string[] => Object.keys(kindOf(kind).indexed);

export interface Models {
  records: Record<Kind, ModelStatic<Model>>;
  person: ModelStatic<Model>;
  session: ModelStatic<Model>;
  commit: ModelStatic<Model>;
  change: ModelStatic<Model>;
  historyMark: ModelStatic<Model>;
  photo: ModelStatic<Model>;
  photoPiece: ModelStatic<Model>;
  planterLog: ModelStatic<Model>;
  calendarFeed: ModelStatic<Model>;
  stationFetch: ModelStatic<Model>;
}

/** Declares every table of the migrations as a Sequelize model, with the relations the kinds name. */
export function defineModels(sequelize: Sequelize): Models {
  // Sequelize writes into the attribute objects it is given: each model gets copies.
  const define = (name: string, tableName: string, attributes: ModelAttributes) =>
    sequelize.define(
      name,
      Object.fromEntries(
        Object.entries(attributes).map(([column, attribute]) => [
          column,
          { ...(attribute as object) },
        ]),
      ) as ModelAttributes,
      { underscored: true, timestamps: false, tableName },
    );
  const records = Object.fromEntries(
    KIND_NAMES.map((kind) => [
      kind,
      define(kind, kindOf(kind).table, {
        // A workspace is its own workspace; everything else is found only together with its workspace.
        ...(kind === 'workspace' ? {} : { workspaceId: { ...uuid, primaryKey: true } }),
        id: { ...uuid, primaryKey: true },
        revision: integer,
        deletedAt: optional(DataTypes.DATE),
        mergedInto: optional(DataTypes.UUID),
        lost: optional(DataTypes.INTEGER),
        editedBy: text,
        editedAt: { type: DataTypes.DATE, ...required },
        shape: integer,
        payload: json,
        ...Object.fromEntries(
          Object.entries(kindOf(kind).indexed).map(([name, type]) => [
            name,
            optional(COLUMN[type]),
          ]),
        ),
      }),
    ]),
  ) as unknown as Models['records'];
  // The foreign keys proper, over (workspace_id, id), stand in the migrations.
  for (const kind of KIND_NAMES) {
    for (const [foreignKey, parent] of Object.entries(kindOf(kind).parents) as [string, Kind][]) {
      records[kind].belongsTo(records[parent], {
        foreignKey,
        targetKey: 'id',
        as: parent,
        constraints: false,
      });
      records[parent].hasMany(records[kind], {
        foreignKey,
        sourceKey: 'id',
        as: kindOf(kind).table,
        constraints: false,
      });
    }
  }
  const person = define('person', 'people', {
    id: { ...uuid, primaryKey: true },
    workspaceId: uuid,
    name: text,
    role: text,
  });
  const session = define('session', 'sessions', {
    tokenHash: { ...text, primaryKey: true },
    personId: uuid,
    createdAt: { type: DataTypes.DATE, ...required },
  });
  session.belongsTo(person, { foreignKey: 'personId', as: 'person' });
  person.belongsTo(records.workspace, { foreignKey: 'workspaceId', as: 'workspace' });
  records.workspace.hasMany(person, { foreignKey: 'workspaceId', as: 'people' });
  const commit = define('commit', 'commits', {
    workspaceId: { ...uuid, primaryKey: true },
    id: { ...uuid, primaryKey: true },
    personId: uuid,
    outcome: json,
    receivedAt: { type: DataTypes.DATE, ...required },
  });
  const change = define('change', 'changes', {
    workspaceId: { ...uuid, primaryKey: true },
    seq: { type: DataTypes.BIGINT, ...required, primaryKey: true },
    kind: text,
    recordId: uuid,
    season: optional(DataTypes.INTEGER),
    commitId: optional(DataTypes.UUID),
    record: json,
  });
  /** A mark for each batch of changes, by the number of its last: only this database, and what was restored from it, has it. */
  const historyMark = define('historyMark', 'history_marks', {
    workspaceId: { ...uuid, primaryKey: true },
    seq: { type: DataTypes.BIGINT, ...required, primaryKey: true },
    mark: uuid,
    at: { type: DataTypes.DATE, ...required },
  });
  const owned = {
    workspaceId: { ...uuid, primaryKey: true },
    id: { ...uuid, primaryKey: true },
  };
  const photo = define('photo', 'photos', {
    ...owned,
    contentType: text,
    bytes: { type: DataTypes.BLOB, ...required },
    receivedAt: { type: DataTypes.DATE, ...required },
  });
  /** Parts of pictures of which not all has arrived. */
  const photoPiece = define('photoPiece', 'photo_pieces', {
    ...owned,
    fromByte: { ...integer, primaryKey: true },
    bytes: { type: DataTypes.BLOB, ...required },
    receivedAt: { type: DataTypes.DATE, ...required },
  });
  // Its records are written by COPY and summed up while they pass: no model reads them one by one.
  const planterLog = define('planterLog', 'planter_logs', {
    ...owned,
    plantingId: uuid,
    name: text,
    status: text,
    problem: optional(DataTypes.TEXT),
    bytes: count('bytes'),
    bytesRead: count('bytesRead'),
    records: count('records'),
    broken: count('broken'),
    brokenLines: { ...json, defaultValue: [] },
    summary: { ...json, defaultValue: [] },
    reading: optional(DataTypes.JSONB),
    tail: optional(DataTypes.BLOB),
    startedAt: { type: DataTypes.DATE, ...required },
    heardAt: { type: DataTypes.DATE, ...required },
    finishedAt: optional(DataTypes.DATE),
  });
  /** Addresses under which a calendar program reads visits; only a hash of what makes them secret is kept. */
  const calendarFeed = define('calendarFeed', 'calendar_feeds', {
    ...owned,
    tokenHash: text,
    zone: text,
    madeBy: text,
    madeAt: { type: DataTypes.DATE, ...required },
    askedAt: optional(DataTypes.DATE),
  });
  /** How the newest fetch of a weather station went, under the station's id. */
  const stationFetch = define('stationFetch', 'station_fetches', {
    ...owned,
    triedAt: { type: DataTypes.DATE, ...required },
    succeededAt: optional(DataTypes.DATE),
    problem: optional(DataTypes.TEXT),
  });
  return {
    records,
    person,
    session,
    commit,
    change,
    historyMark,
    photo,
    photoPiece,
    planterLog,
    calendarFeed,
    stationFetch,
  };
}
