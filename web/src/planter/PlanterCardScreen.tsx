import {
  judgeCard,
  machineText,
  patternText,
  rowShort,
  type CardFilter,
  type Kept,
  type PlanterCard,
} from '@sendero/core';
import { Button, NativeSelect } from '@mantine/core';
import { Suspense, useDeferredValue, useMemo, useState } from 'react';
import { Link, useParams } from 'react-router';
import { Section } from '../app/Section.tsx';
import { Parts } from '../app/Parts.tsx';
import { shortDate } from '../app/dates.ts';
import { lazyExtra } from '../app/lazyExtra.ts';
import { RowTabs } from '../app/RowTabs.tsx';
import { useAll } from '../data/hooks.ts';
import { useUnits } from '../units/useUnits.ts';
import { Grade } from './Grade.tsx';
import { MachinePicture } from './MachinePicture.tsx';
import { RowYear } from './RowYear.tsx';
import type { SeasonOfPlanter } from './seasonOfPlanter.ts';
import { NotMeasuredYet } from './NotMeasuredYet.tsx';
import { useMeasuredSeason } from './useSeasonOfPlanter.ts';
import { useWork } from './useWork.ts';
import styles from './card.module.css';

const CardField = lazyExtra(() => import('./CardField.tsx'));
const CardPatterns = lazyExtra(() => import('./CardPatterns.tsx'));
const Why = lazyExtra(() => import('../diagnosis/Why.tsx'));

/** A planter's season, row by row, over all its fields. */
export default function PlanterCardScreen() {
  const { planterId } = useParams();
  const { read } = useMeasuredSeason(planterId);
  if (read === undefined) return null;
  if (read === null)
    return (
      <p>
        This planter is not on this device. <Link to="/planters">All planters</Link>
      </p>
    );
  return <Card key={read.planter.id} read={read} />;
}

interface Filter {
  field: string;
  soil: string;
  hours: string;
  speed: string;
  from: string;
  to: string;
}

const soilOf = (fields: readonly Kept<'field'>[], fieldId: string) =>
  fields.find(({ id }) => id === fieldId)?.data.soil.trim() ?? '';

const HOURS: Record<string, [number, number] | undefined> = {
  all: undefined,
  morning: [0, 12],
  afternoon: [12, 24],
};

/** @example speedsOf('below 2.2') // [0, 2.2] */
function speedsOf(chosen: string): [number, number] {
  const [side, from] = chosen.split(' ');
  return side === 'below' ? [0, Number(from)] : [Number(from), Infinity];
}

function Card({ read }: { read: SeasonOfPlanter }) {
  const { planter, season, plantings, cells } = read;
  const [filter, setFilter] = useState<Filter>({
    field: 'all',
    soil: 'all',
    hours: 'all',
    speed: 'all',
    from: '',
    to: '',
  });
  const fields = useAll('field');
  const [picked, setPicked] = useState<number | null>(null);
  const asked = useMemo(
    (): CardFilter => ({
      ...(filter.field === 'all' && filter.soil === 'all'
        ? {}
        : {
            plantingIds: plantings.flatMap(({ id, data }) =>
              (filter.field === 'all' || filter.field === id) &&
              (filter.soil === 'all' || soilOf(fields, data.fieldId) === filter.soil)
                ? [id]
                : [],
            ),
          }),
      ...(filter.from ? { from: filter.from } : {}),
      ...(filter.to ? { to: filter.to } : {}),
      ...(HOURS[filter.hours] ? { hours: HOURS[filter.hours]! } : {}),
      ...(filter.speed === 'all' ? {} : { speeds: speedsOf(filter.speed) }),
    }),
    [filter, plantings, fields],
  );
  const card = useMemo(
    () => (Object.keys(asked).length === 0 ? read.card() : judgeCard(planter.data, cells, asked)),
    [read, planter, cells, asked],
  );
  const { items, suggestions } = useWork(planter.id, season, card, plantings);
  const chosen = picked ?? card.worst[0] ?? 1;
  // Rows answer a filter at once; what lies behind them is reckoned after they are drawn.
  const drawn = useDeferredValue(card);
  const only =
    drawn.plantingIds.length === 1
      ? plantings.find(({ id }) => id === drawn.plantingIds[0])
      : undefined;
  const reasons = useMemo(
    () => (
      <Suspense fallback={null}>
        <CardPatterns card={drawn} />
        <Why
          card={drawn}
          cells={cells}
          planterId={planter.id}
          season={season}
          plantings={plantings}
        />
      </Suspense>
    ),
    [drawn, cells, planter.id, season, plantings],
  );
  return (
    <Parts>
      <div className="row spread">
        <div>
          <Link to="/planters">Planters</Link>
          <h1>
            {planter.data.name}, {season}
          </h1>
          <p className="soft">{seenWords(card)}</p>
          <NotMeasuredYet season={season} />
        </div>
        <Button component={Link} to={`/planters/${planter.id}/workshop`} h={52}>
          {openWords(items.filter(({ data }) => data.state !== 'done').length, suggestions.length)}
        </Button>
      </div>
      {card.all.plantingIds.length === 0 ? (
        <p className="sheet">
          Nothing was measured row by row this season. A trench check with every row, or a stand
          walk that counts each planter row, is what a planter is judged by.
        </p>
      ) : (
        <>
          <div className={styles.card}>
            <div className={styles.column}>
              <section
                className={`sheet stack tight ${styles.machine}`}
                aria-label="The machine from behind"
              >
                <RowTabs
                  label="Rows of the machine"
                  chosen={chosen - 1}
                  onChoose={(i) => setPicked(i + 1)}
                  tabs={card.rows.map(({ row, findings, gaps, seen }) => {
                    const n = findings.length + (gaps?.repeating ? 1 : 0);
                    return {
                      name: String(row),
                      counted: n > 0 ? `${n} ◆` : seen ? '✓' : null,
                      says: `Row ${row}, ${n > 0 ? `named for ${n}` : seen ? 'nothing told' : 'not seen'}`,
                    };
                  })}
                />
                <Section title="All rows, measure by measure" bare>
                  <MachinePicture card={card} chosen={chosen} onChoose={setPicked} />
                  <p className="small soft">
                    Seen from behind, row 1 at the left facing the direction of travel. Each row
                    beside its sisters (the line), depth beside its target: ◆ told from chance, ●
                    not, ○ a single place; bars are 95 % intervals, the pale band is what a row may
                    differ by (default).
                    {planter.data.trackRows.length > 0 && ' Tyres stand where they run.'}
                  </p>
                </Section>
              </section>
              <Section title="Only some fields, days or hours" className={styles.filterPlace}>
                <Filters card={card} plantings={plantings} filter={filter} onFilter={setFilter} />
              </Section>
              <RowYear
                card={drawn}
                cells={cells}
                row={picked ?? drawn.worst[0] ?? 1}
                plantings={plantings}
                planterId={planter.id}
              />
            </div>
            <div className={styles.column}>
              <Worst card={card} chosen={chosen} onChoose={setPicked} />
              {reasons}
              {card.grade && <Grade grade={card.grade} />}
              {only && (
                <Suspense fallback={null}>
                  <CardField key={only.id} card={drawn} planting={only} />
                </Suspense>
              )}
            </div>
          </div>
        </>
      )}
    </Parts>
  );
}

/** @example openWords(2, 3) // 'Workshop list: 2 open, 3 to add' */
const openWords = (open: number, found: number) =>
  `Workshop list${open + found === 0 ? '' : ':'}${open > 0 ? ` ${open} open` : ''}${open > 0 && found > 0 ? ',' : ''}${found > 0 ? ` ${found} to add` : ''}`;

const seenWords = ({ places, plantingIds }: PlanterCard) =>
  places === 0
    ? 'Nothing seen yet.'
    : `Seen at ${places === 1 ? 'one place' : `${places} places`} in ${plantingIds.length === 1 ? 'one planting' : `${plantingIds.length} plantings`}.`;

function Filters({
  card,
  plantings,
  filter,
  onFilter,
}: {
  card: PlanterCard;
  plantings: SeasonOfPlanter['plantings'];
  filter: Filter;
  onFilter(filter: Filter): void;
}) {
  const fields = useAll('field');
  const units = useUnits();
  const days = card.all.days.map((on) => ({ value: on, label: shortDate(on) }));
  const named = plantings
    .filter(({ id }) => card.all.plantingIds.includes(id))
    .map(({ id, data }) => ({
      value: id,
      label: fields.find((field) => field.id === data.fieldId)?.data.name ?? 'Field',
    }));
  const soils = [
    ...new Set(
      plantings
        .filter(({ id }) => card.all.plantingIds.includes(id))
        .map(({ data }) => soilOf(fields, data.fieldId)),
    ),
  ]
    .filter(Boolean)
    .sort();
  const change = (part: keyof typeof filter) => (event: React.ChangeEvent<HTMLSelectElement>) =>
    onFilter({ ...filter, [part]: event.currentTarget.value });
  return (
    <div className={styles.filters}>
      <NativeSelect
        label="Field"
        value={filter.field}
        onChange={change('field')}
        data={[{ value: 'all', label: 'All its fields' }, ...named]}
      />
      {soils.length > 1 && (
        <NativeSelect
          label="Soil"
          value={filter.soil}
          onChange={change('soil')}
          data={[{ value: 'all', label: 'Every soil' }, ...soils]}
        />
      )}
      <NativeSelect
        label="Time of day"
        value={filter.hours}
        onChange={change('hours')}
        data={[
          { value: 'all', label: 'Whole day' },
          { value: 'morning', label: 'Before noon' },
          { value: 'afternoon', label: 'From noon on' },
        ]}
      />
      {card.all.speeds.length > 1 && (
        <NativeSelect
          label="Speed"
          value={filter.speed}
          onChange={change('speed')}
          data={[
            { value: 'all', label: 'Any speed' },
            ...speedChoices(card.all.speeds, units.show),
          ]}
        />
      )}
      <NativeSelect
        label="Seen from"
        value={filter.from}
        onChange={change('from')}
        data={[{ value: '', label: 'First day' }, ...days]}
      />
      <NativeSelect
        label="Seen until"
        value={filter.to}
        onChange={change('to')}
        data={[{ value: '', label: 'Last day' }, ...days]}
      />
    </div>
  );
}

/** Below and from each speed that was noted but the slowest. */
const speedChoices = (speeds: readonly number[], show: ReturnType<typeof useUnits>['show']) =>
  speeds.slice(1).flatMap((from) => [
    { value: `below ${from}`, label: `Below ${show(from, 'speed')}` },
    { value: `from ${from}`, label: `${show(from, 'speed')} and faster` },
  ]);

/** What the machine and its rows are named for, the worst first. */
function Worst({
  card,
  chosen,
  onChoose,
}: {
  card: PlanterCard;
  chosen: number;
  onChoose(row: number): void;
}) {
  const units = useUnits();
  const whole = [
    ...card.machine.map((one) => machineText(one, units.show)),
    ...card.patterns.map((one) => patternText(one, units.show)),
  ];
  return (
    <section className={`sheet stack tight ${styles.worst}`} aria-label="The worst first">
      <h2>The worst first</h2>
      {whole.map((says) => (
        <p key={says} className="rule-left signal">
          <strong>{says}</strong>
        </p>
      ))}
      <ol className={styles.rows} data-testid="worst-rows">
        {card.worst.map((row) => (
          <li key={row}>
            <button
              className={styles.row}
              aria-pressed={row === chosen}
              onClick={() => onChoose(row)}
            >
              {rowShort(card.rows[row - 1]!, units.show)}
            </button>
          </li>
        ))}
      </ol>
      {card.worst.length === 0 && whole.length === 0 && (
        <p className="rule-left leaf">
          No row is told from its sisters or its target: nothing to mend by what was seen.
        </p>
      )}
    </section>
  );
}
