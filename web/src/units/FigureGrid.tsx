import type { QuantityKind, UsualRange } from '@sendero/core';
import { Input } from '@mantine/core';
import { Fragment, useId, useRef, type ClipboardEvent, type ReactNode } from 'react';
import { sameName } from '../app/sameName.ts';
import { isTable, pastedCells, unitOfHeading } from './pastedCells.ts';
import { FigureQuestions, readEntry, type Entered } from './QuantityInput.tsx';
import { useUnits } from './useUnits.ts';
import styles from './figureGrid.module.css';

export interface GridColumn<Name extends string> {
  name: Name;
  label: string;
  /** What is entered; null: a whole number or text, read by the screen itself. */
  kind: QuantityKind | null;
  /** Words are entered, no figure. */
  text?: boolean;
  /** What a pasted table may call the column besides. */
  also?: readonly string[];
  /** Usual range of the figure; by default that of its kind; null: any figure counts. */
  usual?: UsualRange | null;
}

export interface GridRow<Name extends string> {
  id: string;
  /** Accessible name of the row, read after that of the column. */
  name: string;
  head: ReactNode;
  entries: Readonly<Record<Name, Entered>>;
  problems?: Readonly<Record<string, string>>;
  /** What follows from the row, beside it. */
  after?: ReactNode;
}

export interface GridChange<Name extends string> {
  id: string;
  column: Name;
  entered: Entered;
}

/** Whether a heading holds a name, in whichever case. */
const includes = (heading: string, name: string) =>
  heading.toLowerCase().includes(name.toLowerCase());

const isNamed = ({ label, also = [] }: GridColumn<string>, heading: string) =>
  [label, ...also].some((name) => includes(heading, name));

/**
 * Figures in rows and columns, typed one after the other: Enter goes to the next cell, arrows up and down
 * stay in the column. A table copied from a spreadsheet fills the cells from where it is pasted; with a
 * heading, its columns and rows are found by name.
 */
export function FigureGrid<Name extends string>({
  label,
  headOf,
  after,
  columns,
  rows,
  onEntered,
  current,
  onCurrent,
  idAt,
  narrow = false,
}: {
  label: string;
  /** Above the first column. */
  headOf: string;
  /** Above what follows from a row. */
  after?: string;
  columns: readonly GridColumn<Name>[];
  rows: readonly GridRow<Name>[];
  onEntered(changes: readonly GridChange<Name>[]): void;
  /** The row that is being filled, where other keys fill it too. */
  current?: string;
  onCurrent?(id: string): void;
  /** Names a row below the last, where a pasted table may add some. */
  idAt?(row: number): string;
  /** Whole numbers of few digits are entered. */
  narrow?: boolean;
}) {
  const units = useUnits();
  const id = useId();
  const grid = useRef<HTMLDivElement>(null);
  const cell = (row: number, column: number) =>
    grid.current?.querySelector<HTMLInputElement>(`[data-cell="${row} ${column}"]`);
  const entry = ({ kind, usual }: GridColumn<Name>, text: string) =>
    kind === null ? { text, value: null } : readEntry(text, kind, units, usual);

  const errorId = (row: GridRow<Name>, column: GridColumn<Name>) =>
    `${id}-${row.id}-${column.name}-error`.replaceAll(' ', '-');

  const paste = (event: ClipboardEvent, row: number, column: number) => {
    const text = event.clipboardData.getData('text/plain');
    if (!isTable(text)) return;
    event.preventDefault();
    void pastedCells(text).then(({ heading, rows: pasted }) => {
      const named = (heading ?? []).map((head) => columns.find((one) => isNamed(one, head)));
      const byName = named.some(Boolean);
      // Rows that the table names are found by that name, in whatever order it has them.
      const names = headOf ? (heading ?? []).findIndex((head) => includes(head, headOf)) : -1;
      const rowOf = (cells: readonly string[], down: number) =>
        names >= 0
          ? rows.find(({ id, name }) => [id, name].some((one) => sameName(one, cells[names]!)))
          : rows[row + down];
      onEntered(
        pasted.flatMap((cells, down) =>
          cells.flatMap((cell, right) => {
            const into = rowOf(cells, down)?.id ?? idAt?.(row + down);
            const of = byName ? named[right] : columns[column + right];
            if (into === undefined || !of) return [];
            const unit = of.kind && byName ? unitOfHeading(heading![right]!, of.kind, units) : '';
            const text = unit !== '' && /^[\d.,\s]+$/.test(cell) ? `${cell} ${unit}` : cell;
            return [{ id: into, column: of.name, entered: entry(of, text) }];
          }),
        ),
      );
    });
  };

  return (
    <div
      ref={grid}
      role="group"
      aria-label={label}
      className={styles.grid}
      style={{
        gridTemplateColumns: `max-content repeat(${columns.length}, minmax(${narrow ? '4rem, 7rem' : '4.75rem, 12rem'}))${after === undefined ? '' : ' auto'}`,
      }}
    >
      <span className={styles.head}>{headOf}</span>
      {columns.map((column) => (
        <span key={column.name} className={styles.head}>
          {column.label}
          {column.kind && `, ${units.symbol(column.kind)}`}
        </span>
      ))}
      {after !== undefined && <span className={styles.head}>{after}</span>}
      {rows.map((row, r) => {
        const said = columns.map((column) => {
          const entered = row.entries[column.name];
          const read =
            column.kind && entered.text.trim() !== ''
              ? units.read(entered.text, column.kind)
              : null;
          const problem = read && !read.ok ? read.problem : row.problems?.[column.name];
          return { column, entered, problem };
        });
        return (
          <Fragment key={row.id}>
            <span className={styles.row} data-current={row.id === current || undefined}>
              {row.head}
            </span>
            {said.map(({ column, entered, problem }, c) => (
              <Input
                withAria={false}
                key={column.name}
                aria-label={`${column.label}, ${row.name}`}
                aria-describedby={problem && errorId(row, column)}
                data-cell={`${r} ${c}`}
                autoComplete="off"
                inputMode={column.text ? undefined : column.kind === null ? 'numeric' : 'decimal'}
                size="md"
                value={entered.text}
                error={problem !== undefined}
                aria-invalid={problem !== undefined || undefined}
                onFocus={() => onCurrent?.(row.id)}
                onPaste={(event) => paste(event, r, c)}
                onChange={(event) =>
                  onEntered([
                    {
                      id: row.id,
                      column: column.name,
                      entered: entry(column, event.currentTarget.value),
                    },
                  ])
                }
                onKeyDown={(event) => {
                  const next =
                    event.key === 'Enter'
                      ? (cell(r, c + 1) ?? cell(r + 1, 0))
                      : event.key === 'ArrowDown'
                        ? cell(r + 1, c)
                        : event.key === 'ArrowUp'
                          ? cell(r - 1, c)
                          : null;
                  if (!next) return;
                  event.preventDefault();
                  next.focus();
                  next.select();
                }}
              />
            ))}
            {after !== undefined && <span className={styles.after}>{row.after}</span>}
            {said.map(({ column, entered, problem }) => (
              <div key={column.name} className={styles.says}>
                {problem && (
                  <p id={errorId(row, column)} className="warn" role="alert">
                    {column.label}, {row.name}: {problem}
                  </p>
                )}
                {column.kind && (
                  <FigureQuestions
                    kind={column.kind}
                    usual={column.usual}
                    entered={entered}
                    onEntered={(next) =>
                      onEntered([{ id: row.id, column: column.name, entered: next }])
                    }
                  />
                )}
              </div>
            ))}
          </Fragment>
        );
      })}
    </div>
  );
}
