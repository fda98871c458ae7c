import { LOG_FIELD_NAMES, type LogRecord } from '@sendero/core';

type Optional = Exclude<keyof LogRecord, 'time' | 'row' | 'droppedPerM2'>;
const OWN: readonly string[] = ['time', 'row', 'droppedPerM2'];
const OPTIONAL = LOG_FIELD_NAMES.filter((field) => !OWN.includes(field)) as Optional[];
/** Kept with double precision; everything else is a figure of a sensor. */
const DOUBLES: ReadonlySet<Optional> = new Set(['latitude', 'longitude']);
const WIDE = OPTIONAL.map((field) => DOUBLES.has(field));

const snake = (name: string) =>
  name.replace(/M2$/, '_m2').replace(/[A-Z]/g, (c) => `_${c.toLowerCase()}`);
/** Columns of `planter_log_records`, in the order of the rows. */
export const COLUMNS = [
  'workspace_id',
  'log_id',
  'line',
  'time',
  'row',
  'droppedPerM2',
  ...OPTIONAL,
].map((name) => `"${snake(name)}"`);

/** See “COPY, binary format” in PostgreSQL’s manual: signature, no flags, no extension; the end is a count of −1. */
const HEADER = Buffer.concat([Buffer.from('PGCOPY\n\xff\r\n\0', 'latin1'), Buffer.alloc(8)]);
const TRAILER = Buffer.from([0xff, 0xff]);
const MOST_ROW_BYTES = 2 + 2 * 20 + 8 + 12 + 6 + 8 + OPTIONAL.length * 12;
/** PostgreSQL counts microseconds from here. */
const EPOCH_MS = Date.UTC(2000, 0, 1);

const uuidBytes = (uuid: string) => Buffer.from(uuid.replaceAll('-', ''), 'hex');

/** Microseconds since 2000 of a UTC time as `makeLogReader` gives it, with up to six decimals of a second: exact up to the year 2285. */
function microseconds(time: string): number {
  // Date.parse reads milliseconds: what stands behind them is read here.
  const finer = time.length > 24 ? Number(time.slice(23, -1).padEnd(3, '0')) : 0;
  return (Date.parse(time) - EPOCH_MS) * 1000 + finer;
}

/**
 * Log records as PostgreSQL takes them in a binary COPY: neither side writes or reads numbers as text.
 *
 * @example const rows = binaryRows(workspaceId, logId); rows.begin(1700); rows.add(2, record); stream.end(rows.take())
 */
export function binaryRows(workspaceId: string, logId: string) {
  // What every row begins with: how many fields, then the two ids.
  const prefix = Buffer.alloc(2 + 2 * 20);
  prefix.writeInt16BE(COLUMNS.length, 0);
  prefix.writeInt32BE(16, 2);
  uuidBytes(workspaceId).copy(prefix, 6);
  prefix.writeInt32BE(16, 22);
  uuidBytes(logId).copy(prefix, 26);
  let bytes = Buffer.alloc(0);
  let view = new DataView(bytes.buffer);
  let at = 0;
  let rows = 0;
  const int32 = (value: number) => {
    view.setInt32(at, value);
    at += 4;
  };
  return {
    /** Makes room for so many rows. */
    begin(most: number): void {
      const size = HEADER.length + most * MOST_ROW_BYTES + TRAILER.length;
      bytes = Buffer.from(new ArrayBuffer(size));
      view = new DataView(bytes.buffer);
      at = HEADER.copy(bytes);
      rows = 0;
    },
    add(line: number, record: LogRecord): void {
      rows += 1;
      bytes.set(prefix, at);
      at += prefix.length;
      int32(4);
      int32(line);
      int32(8);
      const time = microseconds(record.time);
      const high = Math.floor(time / 2 ** 32);
      int32(high);
      view.setUint32(at, time - high * 2 ** 32);
      at += 4;
      int32(2);
      view.setInt16(at, record.row);
      at += 2;
      int32(4);
      view.setFloat32(at, record.droppedPerM2);
      at += 4;
      for (let i = 0; i < OPTIONAL.length; i++) {
        const value = record[OPTIONAL[i]!];
        if (value === null) int32(-1);
        else if (WIDE[i]) {
          int32(8);
          view.setFloat64(at, value);
          at += 8;
        } else {
          int32(4);
          view.setFloat32(at, value);
          at += 4;
        }
      }
    },
    /** What was added, whole; null where nothing was. */
    take(): Buffer | null {
      if (rows === 0) return null;
      at += TRAILER.copy(bytes, at);
      return bytes.subarray(0, at);
    },
  };
}
