import { validate, type UnitSystem } from '@sendero/core';
import { Button } from '@mantine/core';
import { useState } from 'react';
import { useAll, useDevice } from '../data/hooks.ts';
import { sameName } from '../app/sameName.ts';
import { newId } from '../data/newId.ts';
import { FigureGrid, type GridColumn } from '../units/FigureGrid.tsx';
import { EMPTY, NOT_SETTLED, type Entered } from '../units/QuantityInput.tsx';
import { useUnits } from '../units/useUnits.ts';
import { FoundAgain } from './FoundAgain.tsx';
import { useDraft } from './useDraft.ts';

type Column = 'grower' | 'name' | 'areaM2' | 'soil';
const COLUMNS: readonly GridColumn<Column>[] = [
  { name: 'grower', label: 'Grower', kind: null, text: true, also: ['farm', 'client'] },
  { name: 'name', label: 'Field', kind: null, text: true, also: ['name'] },
  { name: 'areaM2', label: 'Area', kind: 'area', also: ['acre', 'hectare', 'size'] },
  { name: 'soil', label: 'Soil', kind: null, text: true },
];
/** More are asked for in a second table. Sendero default. */
const MOST = 500;
type Row = Record<Column, Entered>;
const BLANK: Row = { grower: EMPTY, name: EMPTY, areaM2: EMPTY, soil: EMPTY };
const isBlank = (row: Row) => Object.values(row).every(({ text }) => text.trim() === '');

/** Of a form that was left half-filled. */
export const FIELDS_TABLE_DRAFT = 'fields table';

/** Many fields at once, typed or pasted from a spreadsheet; growers that are new are added with them. */
export function FieldsTable({ onDone }: { onDone(): void }) {
  const device = useDevice();
  const { system } = useUnits();
  const growers = useAll('grower');
  const fields = useAll('field');
  const draft = useDraft<{ rows: Row[] }, 'field'>(FIELDS_TABLE_DRAFT, undefined, () => ({
    rows: [],
  }));
  const [rows, setRows] = useState(draft.first.rows);
  const [problems, setProblems] = useState<Record<number, Record<string, string>>>({});
  const [cut, setCut] = useState(false);
  const [saved, setSaved] = useState(0);
  const hold = (next: Row[]) => {
    setRows(next);
    draft.hold({ rows: next });
  };
  const filled = rows.filter((row) => !isBlank(row)).length;

  const save = () => {
    const key = (name: string) => name.trim().toLowerCase();
    const left: Row[] = [];
    const wrong: typeof problems = {};
    const made = new Map<string, string>();
    const growerOf = (name: string) =>
      growers.find(({ data }) => sameName(data.name, name))?.id ?? made.get(key(name));
    const there = new Set(fields.map(({ data }) => `${data.growerId} ${key(data.name)}`));
    for (const row of rows.filter((one) => !isBlank(one))) {
      const known = growerOf(row.grower.text);
      const growerId = known ?? newId();
      const found = problemsOf(row, growerId, system);
      const own = `${growerId} ${key(row.name.text)}`;
      if (there.has(own)) found.name = 'This grower has a field of that name already.';
      const result =
        Object.keys(found).length > 0
          ? { ok: false as const, problems: found }
          : device.putAll([
              ...(known
                ? []
                : [{ kind: 'grower' as const, id: growerId, data: { name: row.grower.text } }]),
              { kind: 'field' as const, data: dataOf(row, growerId) },
            ]);
      if (result.ok) {
        made.set(key(row.grower.text), growerId);
        there.add(own);
      } else {
        wrong[left.length] = result.problems;
        left.push(row);
      }
    }
    setSaved(filled - left.length);
    setProblems(wrong);
    if (left.length > 0) return hold(left);
    draft.forget();
    onDone();
  };

  // There is always an empty row to go on in.
  const shown = [...rows, ...Array.from({ length: Math.max(1, 4 - rows.length) }, () => BLANK)];
  return (
    <form
      className="sheet stack"
      aria-label="Fields from a table"
      noValidate
      onSubmit={(event) => {
        event.preventDefault();
        save();
      }}
    >
      <h2>Fields from a table</h2>
      {draft.found && <FoundAgain />}
      <p className="soft">
        Type them, or copy the cells from a spreadsheet and paste them into the first one. New
        growers are added with their fields.
      </p>
      <div className="scroll-x">
        <FigureGrid
          label="Fields"
          headOf=""
          columns={COLUMNS}
          rows={shown.map((entries, at) => ({
            id: String(at),
            name: `line ${at + 1}`,
            head: at + 1,
            entries,
            problems: problems[at],
          }))}
          idAt={String}
          onEntered={(changes) => {
            const next = [...rows];
            setCut(changes.some(({ id }) => Number(id) >= MOST));
            for (const { id, column, entered } of changes) {
              const at = Number(id);
              if (at >= MOST) continue;
              while (next.length <= at) next.push(BLANK);
              next[at] = { ...next[at]!, [column]: entered };
            }
            setProblems({});
            setSaved(0);
            hold(next);
          }}
        />
      </div>
      {cut && (
        <p className="warn" role="alert">
          Only the first {MOST} lines were taken. Save these, then paste the others.
        </p>
      )}
      <div className="row">
        <Button type="submit" h={48} disabled={filled === 0}>
          {filled > 1 ? `Save ${filled} fields` : 'Save the field'}
        </Button>
        <Button
          variant="default"
          h={48}
          onClick={() => {
            draft.forget();
            onDone();
          }}
        >
          Cancel
        </Button>
        <span role="status" className="soft">
          {saved > 0 && `${saved} saved.`}
        </span>
      </div>
    </form>
  );
}

const dataOf = ({ name, areaM2, soil }: Row, growerId: string) => ({
  growerId,
  name: name.text,
  soil: soil.text,
  areaM2: areaM2.value,
  asTyped: { areaM2: areaM2.text },
});

/** What is wrong with a line, by its cell. */
function problemsOf(row: Row, growerId: string, system: UnitSystem): Record<string, string> {
  if (row.grower.text.trim() === '') return { grower: 'Enter the grower.' };
  if (row.areaM2.text.trim() !== '' && row.areaM2.value === null) return { areaM2: NOT_SETTLED };
  const grower = validate('grower', { name: row.grower.text });
  if (!grower.ok) return { grower: grower.problems.name! };
  const field = validate('field', dataOf(row, growerId), undefined, system);
  return field.ok ? {} : { ...field.problems };
}
