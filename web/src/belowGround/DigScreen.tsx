import {
  COVERS,
  idFor,
  SEED_STATES,
  type BelowGround,
  type Kept,
  type SeedState,
} from '@sendero/core';
import { ArrowLeftIcon, ResetIcon } from '@radix-ui/react-icons';
import { useHotkeys } from '@mantine/hooks';
import { useState } from 'react';
import { Link, useParams } from 'react-router';
import { PlantingGone } from '../fields/PlantingGone.tsx';
import { Choice, Choices } from '../app/Choice.tsx';
import { Section } from '../app/Section.tsx';
import { RowTabs } from '../app/RowTabs.tsx';
import { useChildren, useDevice, useOne } from '../data/hooks.ts';
import { DayShown, useDayOfWork } from '../fields/DayOfWork.tsx';
import { useEdits } from '../data/useEdits.ts';
import { newId } from '../data/newId.ts';
import { DepthPad } from '../depth/DepthPad.tsx';
import { partsOf } from '../depth/depthKeys.ts';
import { SyncStatus } from '../sync/SyncStatus.tsx';
import { useUnits } from '../units/useUnits.ts';
import { COVER_WORDS, STATE_WORDS } from './belowWords.ts';
import stopStyles from '../stop/stop.module.css';
import styles from './belowGround.module.css';

type Seed = BelowGround['seeds'][number];

/** On one's knees, by the row: a tap a seed. */
export default function DigScreen() {
  const { plantingId } = useParams();
  const planting = useOne('planting', plantingId);
  const field = useOne('field', planting?.data.fieldId);
  const planter = useOne('planter', planting?.data.planterId);
  if (!planting || !field) return <PlantingGone />;
  return <Digging planting={planting} fieldName={field.data.name} rows={planter?.data.rows ?? 0} />;
}

function Digging({
  planting,
  fieldName,
  rows,
}: {
  planting: Kept<'planting'>;
  fieldName: string;
  rows: number;
}) {
  const device = useDevice();
  const units = useUnits();
  const on = useDayOfWork(planting.data.plantedOn);
  const digs = useChildren('belowGround', 'plantingId', planting.id).filter(
    ({ data }) => data.on === on,
  );
  const order: (number | null)[] =
    rows > 0 ? Array.from({ length: rows }, (_, i) => i + 1) : [null];
  const [row, setRow] = useState<number | null>(
    () => order.find((one) => !digs.some(({ data }) => data.row === one)) ?? order[0]!,
  );
  const [at, setAt] = useState<number | null>(null);
  const [moist, setMoist] = useState<boolean | null>(null);
  const [whole, setWhole] = useState(() => partsOf(planting.data.depthTargetM, units.system).whole);
  const {
    change,
    undo: takeBack,
    problem,
    setProblem,
  } = useEdits<'belowGround', number | null>('belowGround');
  const kept = digs.find(({ data }) => data.row === row);
  const seeds = kept?.data.seeds ?? [];
  /** The seed that depth and moisture are said of: the chosen one, else the newest. */
  const current = at ?? seeds.length - 1;

  const write = (next: (dig: BelowGround) => Partial<BelowGround>) => {
    const empty: BelowGround = {
      plantingId: planting.id,
      row,
      ...device.momentOn(on),
      seeds: [],
      over: [],
      crustM: null,
      note: '',
    };
    const id = kept?.id ?? idFor('belowGround', empty, newId);
    change(id, (now) => ({ ...empty, ...now, ...next(now ?? empty) }), { place: row });
  };
  const choose = (next: number | null) => {
    setRow(next);
    setAt(null);
    // Each row has its own soil moisture.
    if (next !== row) setMoist(null);
  };
  const found = (state: SeedState) => {
    write(({ seeds: all }) => ({
      seeds:
        at === null
          ? [...all, { state, depthM: null, typed: '', moist, shootM: null }]
          : all.with(at, { ...all[at]!, state }),
    }));
    setAt(null);
  };
  const say = (seen: Partial<Seed>) => {
    if (current < 0) return setProblem('Tap first what the seed looks like.');
    write(({ seeds: all }) => {
      const which = at ?? all.length - 1;
      return { seeds: all.with(which, { ...all[which]!, ...seen }) };
    });
  };
  const undo = () => {
    const where = takeBack?.();
    if (where !== undefined) choose(where);
  };
  const step = (by: 1 | -1) => {
    const next = order[order.indexOf(row) + by];
    if (next !== undefined) choose(next);
  };
  useHotkeys(
    [
      ...SEED_STATES.map((state, i): [string, () => void] => [String(i + 1), () => found(state)]),
      ['z', undo],
      ['Backspace', undo],
      ['ArrowRight', () => step(1)],
      ['ArrowLeft', () => step(-1)],
    ],
    ['INPUT', 'TEXTAREA', 'SELECT', 'BUTTON', 'A'],
  );
  const seedText = ({ state, depthM, moist: lies }: Seed) =>
    `${STATE_WORDS[state].one}${depthM === null ? '' : ` ${units.number(depthM, 'seedDepth')}`}${lies === false ? ' dry soil' : ''}`;
  const newest = seeds.at(-1);
  const total = digs.reduce((sum, { data }) => sum + data.seeds.length, 0);
  // What is to be heeded stays while one digs on: gone after the first seed, it would move the keys.
  const [firstHere] = useState(total === 0);
  return (
    <div className={`stack ${stopStyles.onStop}`} style={{ gap: '0.7rem', maxWidth: 720 }}>
      <div className="field-head">
        <Link
          to={`/plantings/${planting.id}/below`}
          className="tool bare"
          aria-label={`Leave the digging, back to ${fieldName} below ground`}
        >
          <ArrowLeftIcon width={22} height={22} aria-hidden />
        </Link>
        <div style={{ minWidth: 0 }}>
          <h1>{fieldName}: below ground</h1>
          <div className={`small soft ${styles.oneLine}`}>
            {newest && `Last: ${seedText(newest)}; `}
            <DayShown on={on} />; {total} {total === 1 ? 'seed' : 'seeds'}
          </div>
        </div>
        <span className="spacer" />
        <SyncStatus />
      </div>
      {firstHere && (
        <p className="rule-left signal small">
          <strong>Treated seed:</strong> wear gloves, wash before eating, cover spilled seed.{' '}
          <strong>Sprayed field:</strong> wait for the re-entry interval on the label.
        </p>
      )}
      {order.length > 1 && (
        <RowTabs
          label="Planter rows"
          tabs={order.map((one) => {
            const dug = digs.find(({ data }) => data.row === one)?.data.seeds.length ?? 0;
            return {
              name: String(one),
              counted: dug > 0 ? String(dug) : null,
              says: `Row ${one}${dug > 0 ? `, ${dug} seeds` : ', not dug'}`,
            };
          })}
          chosen={order.indexOf(row)}
          onChoose={(i) => choose(order[i]!)}
        />
      )}
      <div className={styles.states} role="group" aria-label="What the seed looks like">
        {SEED_STATES.map((state, i) => (
          <button
            key={state}
            className="tool"
            onMouseDown={(event) => event.preventDefault()}
            onClick={() => found(state)}
            data-state={state}
          >
            {STATE_WORDS[state].key}
            <span className={`small soft ${styles.hint}`} aria-hidden>
              {i + 1}
            </span>
          </button>
        ))}
      </div>
      <DepthPad
        whole={whole}
        onWhole={setWhole}
        gauge={null}
        onDepth={(depthM, typed) => say({ depthM, typed })}
      />
      <div className={styles.beside}>
        <span className="soft" aria-hidden>
          Seed zone
        </span>
        <Choice
          label="Seed zone"
          labelled={false}
          options={[
            { value: 'moist', says: 'moist soil' },
            { value: 'dry', says: 'dry soil' },
          ]}
          value={moist === null ? null : moist ? 'moist' : 'dry'}
          clearable
          onChange={(next) => {
            const lies = next === null ? null : next === 'moist';
            // It stays for the next seeds of this row, until it is changed.
            setMoist(lies);
            if (current >= 0) say({ moist: lies });
          }}
        />
      </div>
      <Section title="Soil surface" bare>
        <Choices
          label="Over this row"
          options={COVERS.map((cover) => ({ value: cover, says: COVER_WORDS[cover] }))}
          value={kept?.data.over ?? []}
          onChange={(over) => write(() => ({ over }))}
        />
      </Section>
      {/* Below the keys: a longer list moves none of them under the thumb. */}
      <div className="chips" aria-label="Seeds of this row">
        {seeds.map((seed, i) => (
          <button
            key={i}
            className="chip"
            aria-pressed={i === current}
            onClick={() => setAt(i === at ? null : i)}
          >
            {seedText(seed)}
          </button>
        ))}
        {seeds.length === 0 && (
          <span className="small soft">
            Move the soil away sideways, without moving the seed. Tap each seed, then its depth.
          </span>
        )}
        {at !== null && seeds[at] && (
          <button
            className="tool"
            onClick={() => {
              write(({ seeds: all }) => ({ seeds: all.toSpliced(at, 1) }));
              setAt(null);
            }}
          >
            Take out
          </button>
        )}
      </div>
      {problem && (
        <p className="warn" role="alert">
          {problem}
        </p>
      )}
      <div className={stopStyles.foot}>
        <button className="tool" onClick={undo} disabled={!takeBack}>
          <ResetIcon width={18} height={18} aria-hidden /> Undo
        </button>
        <span />
        {order.indexOf(row) < order.length - 1 && total < 30 ? (
          <button className="tool act" onClick={() => step(1)}>
            Next row: {order[order.indexOf(row) + 1]}
          </button>
        ) : (
          <Link className="tool act" to={`/plantings/${planting.id}/below`}>
            See what it means
          </Link>
        )}
      </div>
      {order.indexOf(row) < order.length - 1 && total > 0 && total < 30 && (
        <Link className="tool bare" to={`/plantings/${planting.id}/below`}>
          See what it means so far
        </Link>
      )}
    </div>
  );
}
