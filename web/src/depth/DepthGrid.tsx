import { isOff, type TrenchCheck } from '@sendero/core';
import { useEffect, useRef, useState } from 'react';
import { useUnits } from '../units/useUnits.ts';
import { depthOf, depthTyped, partsPerWhole } from './depthKeys.ts';
import type { Seed, TrenchRows } from './useTrenchRows.ts';
import styles from './depth.module.css';

/**
 * The keyboard's way of entering depths: a grid of rows and seeds. Two digits are a depth (2 then 3: 2⅜ in,
 * or 2.3 cm), and the next cell follows by itself.
 */
export function DepthGrid({
  check,
  rows,
  order,
  chosen,
  onChoose,
  onUndo,
}: {
  check: TrenchCheck;
  rows: TrenchRows;
  order: number[];
  chosen: number;
  onChoose(row: number): void;
  onUndo(): void;
}) {
  const units = useUnits();
  const { seedsPerRow, gauge } = check.walk.data;
  const columns = Math.min(
    20,
    Math.max(
      seedsPerRow,
      ...order.map((row) => {
        const { seeds } = rows.rowAt(row);
        return seeds.length + (seeds.some(({ depthM }) => depthM === null) ? 1 : 0);
      }),
    ),
  );
  const [at, setAt] = useState({
    row: chosen,
    column: Math.min(columns - 1, rows.rowAt(chosen).seeds.length),
  });
  const [pending, setPending] = useState<number | null>(null);
  const table = useRef<HTMLTableElement>(null);
  const parts = partsPerWhole(units.system);
  const focusCell = (row: number, column: number) =>
    table.current?.querySelector<HTMLElement>(`[data-cell="${row} ${column}"]`)?.focus();
  useEffect(() => focusCell(at.row, at.column), [at]);

  const move = (rowBy: number, columnBy: number) => {
    setPending(null);
    const i = order.indexOf(at.row);
    const row = order[Math.max(0, Math.min(order.length - 1, i + rowBy))]!;
    const column = Math.max(0, Math.min(columns - 1, at.column + columnBy));
    setAt({ row, column });
    onChoose(row);
  };
  const advance = () => {
    setPending(null);
    if (at.column + 1 < columns) return setAt({ row: at.row, column: at.column + 1 });
    const next = order[order.indexOf(at.row) + 1];
    if (next === undefined) return;
    setAt({ row: next, column: 0 });
    onChoose(next);
  };
  const enter = (seed: Seed) => {
    const written = rows.write(at.row, ({ seeds }) => {
      const place = Math.min(at.column, seeds.length);
      return { seeds: seeds.toSpliced(place, place < seeds.length ? 1 : 0, seed) as Seed[] };
    });
    if (written) advance();
  };
  const onKeyDown = (event: React.KeyboardEvent) => {
    if (event.ctrlKey || event.metaKey || event.altKey) return;
    const { key } = event;
    const seed = rows.rowAt(at.row).seeds[at.column];
    const act = (): boolean => {
      if (/^\d$/.test(key)) {
        const digit = Number(key);
        rows.setProblem(null);
        if (pending === null) setPending(digit);
        else if (digit >= parts)
          rows.setProblem(
            `The second digit is eighths of an inch, 0 to ${parts - 1}: 2 then 4 is 2½ in.`,
          );
        else {
          const depth = { whole: pending, part: digit };
          enter({
            depthM: depthOf(depth, units.system),
            typed: depthTyped(depth, units.system),
            moist: seed?.moist ?? null,
            by: 'rule',
          });
        }
        return true;
      }
      switch (key) {
        case 'ArrowRight':
          return (move(0, 1), true);
        case 'ArrowLeft':
          return (move(0, -1), true);
        case 'ArrowDown':
          return (move(1, 0), true);
        case 'ArrowUp':
          return (move(-1, 0), true);
        case 'Enter': {
          if (pending === null) return (advance(), true);
          const depth = { whole: pending, part: 0 };
          enter({
            depthM: depthOf(depth, units.system),
            typed: depthTyped(depth, units.system),
            moist: seed?.moist ?? null,
            by: 'rule',
          });
          return true;
        }
        case 'l':
          return (enter({ depthM: null, typed: '', moist: null, by: 'rule' }), true);
        case 'g':
          if (gauge) enter({ depthM: gauge.lengthM, typed: 'gauge', moist: null, by: 'gauge' });
          return true;
        case 'd':
          if (seed)
            rows.write(at.row, ({ seeds }) => ({
              seeds: seeds.with(at.column, {
                ...seed,
                moist: seed.moist === null ? false : seed.moist ? null : true,
              }),
            }));
          return true;
        case 'Backspace':
        case 'Delete':
          if (pending !== null) setPending(null);
          else if (seed)
            rows.write(at.row, ({ seeds }) => ({ seeds: seeds.toSpliced(at.column, 1) }));
          return true;
        case 'z':
          return (onUndo(), true);
        default:
          return false;
      }
    };
    if (act()) event.preventDefault();
  };
  const shown = (row: number, column: number) => {
    if (pending !== null && at.row === row && at.column === column) return `${pending} _`;
    const seed = rows.rowAt(row).seeds[column];
    if (!seed) return '';
    const depth = seed.depthM === null ? 'lost' : units.number(seed.depthM, 'seedDepth');
    return `${depth}${seed.moist === false ? ' dry' : seed.moist ? ' moist' : ''}`;
  };
  return (
    <div className="stack tight">
      <table
        ref={table}
        className={styles.depthGrid}
        role="grid"
        aria-label="Depth of seeds by row"
        onKeyDown={onKeyDown}
      >
        <thead>
          <tr>
            <th scope="col">Row</th>
            {Array.from({ length: columns }, (_, i) => (
              <th key={i} scope="col">
                {i + 1}
              </th>
            ))}
            <th scope="col">Mean, {units.symbol('seedDepth')}</th>
          </tr>
        </thead>
        <tbody>
          {order.map((row) => {
            const depth = check.depths?.rows.find((one) => one.row === row);
            return (
              <tr key={row} aria-selected={row === chosen}>
                <th scope="row">{row}</th>
                {Array.from({ length: columns }, (_, column) => (
                  <td
                    key={column}
                    role="gridcell"
                    data-cell={`${row} ${column}`}
                    tabIndex={at.row === row && at.column === column ? 0 : -1}
                    aria-label={`Row ${row}, seed ${column + 1}: ${shown(row, column) || 'empty'}`}
                    onClick={() => {
                      setPending(null);
                      setAt({ row, column });
                      onChoose(row);
                    }}
                  >
                    {shown(row, column)}
                  </td>
                ))}
                <td className={isOff(depth?.verdict) ? 'warn' : 'soft'}>
                  {depth
                    ? `${units.number(depth.meanM, 'seedDepth')}${depth.verdict === 'undecided' ? '' : `, ${depth.verdict}`}`
                    : ''}
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
      <p className="small soft">
        Two digits a seed: <kbd>2</kbd> <kbd>3</kbd> is{' '}
        {units.system === 'us' ? '2⅜ in' : units.marked('2.3 cm')}. <kbd>L</kbd> kicked out: lost,{' '}
        <kbd>D</kbd> dry or moist, arrows move, <kbd>Z</kbd> undo, <kbd>?</kbd> all keys.
      </p>
    </div>
  );
}
