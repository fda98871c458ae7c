import { CROP_FACTS, type QuantityKind, type TrialReading, type TrialStrip } from '@sendero/core';
import { Button } from '@mantine/core';
import { useState } from 'react';
import { useToday } from '../data/hooks.ts';
import { useDraft } from '../fields/useDraft.ts';
import { FigureGrid, type GridChange, type GridColumn } from '../units/FigureGrid.tsx';
import { enteredFrom, NOT_SETTLED, type Entered } from '../units/QuantityInput.tsx';
import { useUnits, type Units } from '../units/useUnits.ts';
import { useKeepStrips } from './useKeepStrips.ts';

type Figure =
  | 'weightKg'
  | 'moisture'
  | 'lengthM'
  | 'widthM'
  | 'testWeightKgPerM3'
  | 'protein'
  | 'furrowMoisture';
type Column = GridColumn<Figure> & { kind: QuantityKind };
const COLUMNS: readonly Column[] = [
  { name: 'weightKg', label: 'Weight', kind: 'loadMass', usual: null },
  { name: 'moisture', label: 'Moisture', kind: 'content', usual: null },
  { name: 'lengthM', label: 'Length', kind: 'distance', usual: null },
  { name: 'widthM', label: 'Width', kind: 'distance', usual: null },
  { name: 'testWeightKgPerM3', label: 'Test weight', kind: 'testWeight', usual: null },
  { name: 'protein', label: 'Protein', kind: 'content', usual: null },
  { name: 'furrowMoisture', label: 'Furrow moisture', kind: 'content', usual: null },
];
/** What every slip says. */
const ON_EACH = COLUMNS.slice(0, 2);

type Entries = Record<Figure, Entered>;
/** What was typed and is not kept yet, by strip. */
type Typed = Record<string, Partial<Entries>>;

/** Slips of a weigh wagon or cart in one grid: typed or pasted, and half of it is still there when one comes back. */
export function HarvestSlips({ reading }: { reading: TrialReading }) {
  const units = useUnits();
  const today = useToday();
  const keep = useKeepStrips(reading);
  const { trial, planting } = reading;
  const draft = useDraft<{ typed: Typed }, 'trialStrip'>(
    `slips of trial ${trial.id}`,
    undefined,
    () => ({ typed: {} }),
  );
  const [typed, setTyped] = useState(draft.first.typed);
  const [problems, setProblems] = useState<Record<string, Record<string, string>>>({});
  const [kept, setKept] = useState(0);
  const [more, setMore] = useState(false);
  const harvested = reading.strips.filter(({ done }) => done !== null);
  const entriesOf = ({ number, record }: TrialReading['strips'][number]) => ({
    ...entriesFrom(record?.data, units),
    ...typed[number],
  });
  const recordOf = (strip: string) =>
    harvested.find(({ number }) => String(number) === strip)?.record;
  const change = (changes: readonly GridChange<Figure>[]) => {
    const next = { ...typed };
    for (const { id, column, entered } of changes) {
      const { [column]: _, ...others } = next[id] ?? {};
      const kept = entryFrom(recordOf(id)?.data, columnOf(column), units);
      // A cell as it was is no change.
      if (entered.text !== kept.text) next[id] = { ...others, [column]: entered };
      else if (Object.keys(others).length > 0) next[id] = others;
      else delete next[id];
    }
    setTyped(next);
    setProblems({});
    setKept(0);
    draft.hold({ typed: next });
  };
  const save = () => {
    const wrong: typeof problems = {};
    const left: Typed = {};
    for (const strip of harvested) {
      const own = typed[strip.number];
      if (!own) continue;
      const record = strip.record?.data;
      const found = problemsOf(own, entriesOf(strip));
      const refused =
        Object.keys(found).length > 0
          ? found
          : keep([{ number: strip.number, change: changeOf(own, record, today) }]);
      if (Object.keys(refused).length === 0) continue;
      wrong[strip.number] = refused;
      left[strip.number] = own;
    }
    setProblems(wrong);
    setKept(Object.keys(typed).length - Object.keys(left).length);
    setTyped(left);
    if (Object.keys(left).length > 0) draft.hold({ typed: left });
    else draft.forget();
  };
  const { yieldKind, soldAtMoisture } = CROP_FACTS[planting.data.crop];
  const open = Object.keys(typed).length;
  return (
    <form
      className="stack"
      aria-label="Harvest slips"
      noValidate
      onSubmit={(event) => {
        event.preventDefault();
        save();
      }}
    >
      <div className="scroll-x">
        <FigureGrid
          label="Harvest slips"
          headOf="Strip"
          after={`Yield at ${units.show(soldAtMoisture, 'content')}`}
          columns={more ? COLUMNS : ON_EACH}
          rows={harvested.map((strip) => ({
            id: String(strip.number),
            name: `strip ${strip.number}`,
            head: strip.number,
            entries: entriesOf(strip),
            problems: problems[strip.number],
            after:
              strip.figures.yield !== undefined &&
              typed[strip.number] === undefined &&
              units.show(strip.figures.yield, yieldKind),
          }))}
          onEntered={change}
        />
      </div>
      <div className="row">
        <Button type="submit" h={48} disabled={open === 0}>
          {open > 1 ? `Save ${open} slips` : 'Save the slip'}
        </Button>
        <Button variant="subtle" h={48} onClick={() => setMore(!more)}>
          {more ? 'Weight and moisture only' : 'More figures'}
        </Button>
        <span role="status" className="soft">
          {kept > 0 && (kept === 1 ? 'One slip saved.' : `${kept} slips saved.`)}
        </span>
      </div>
    </form>
  );
}

const columnOf = (name: Figure) => COLUMNS.find((column) => column.name === name)!;
const entryFrom = (record: TrialStrip | undefined, { name, kind }: Column, units: Units) =>
  enteredFrom(record?.[name] ?? null, record?.typed[name], kind, units);
const entriesFrom = (record: TrialStrip | undefined, units: Units): Entries =>
  Object.fromEntries(
    COLUMNS.map((column) => [column.name, entryFrom(record, column, units)]),
  ) as Entries;

/** What is wrong with a strip's slip before its record is asked. */
function problemsOf(typed: Partial<Entries>, { weightKg, moisture }: Entries) {
  const found: Record<string, string> = {};
  for (const [name, { text, value }] of Object.entries(typed))
    if (text.trim() !== '' && value === null) found[name] = NOT_SETTLED;
  const given = (entered: Entered) => entered.text.trim() !== '';
  if (given(moisture) && !given(weightKg)) found.weightKg = 'Enter the weight too.';
  if (given(weightKg) && !given(moisture))
    found.moisture = 'Enter the moisture too: the yield is calculated from both.';
  return found;
}

/** What the slip changes of a strip; a figure that was cleared is taken back. */
function changeOf(
  typed: Partial<Entries>,
  record: TrialStrip | undefined,
  today: string,
): Partial<TrialStrip> {
  const values = Object.fromEntries(
    Object.entries(typed).map(([name, { value }]) => [name, value]),
  ) as Partial<TrialStrip>;
  const texts = Object.fromEntries(Object.entries(typed).map(([name, { text }]) => [name, text]));
  const { weightKg = record?.weightKg ?? null } = values;
  return {
    ...values,
    harvestedOn: weightKg === null ? null : (record?.harvestedOn ?? today),
    typed: { ...record?.typed, ...texts },
  };
}
