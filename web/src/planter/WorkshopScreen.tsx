import {
  figureOf,
  MEASURE_FACTS,
  MEASURE_WORDS,
  proofText,
  proveWork,
  repairReturn,
  seedsToProve,
  WORK_STATES,
  type CardCells,
  type Kept,
  type WorkItem,
  type WorkProof,
  type WorkState,
} from '@sendero/core';
import {
  DndContext,
  KeyboardSensor,
  MouseSensor,
  TouchSensor,
  useDraggable,
  useDroppable,
  useSensor,
  useSensors,
  type DragEndEvent,
} from '@dnd-kit/core';
import { Button } from '@mantine/core';
import { useMemo, useState, type KeyboardEvent, type ReactNode } from 'react';
import { Link, useParams } from 'react-router';
import { Parts } from '../app/Parts.tsx';
import { shortDate } from '../app/dates.ts';
import { Dialog } from '../app/Dialog.tsx';
import { csvText } from '../app/csvText.ts';
import { saveFile } from '../app/saveFile.ts';
import { useOfferUndo, useRemove } from '../app/Undo.tsx';
import { useDevice, useToday } from '../data/hooks.ts';
import { draftNames } from '../fields/useDraft.ts';
import type { SeasonOfPlanter } from './seasonOfPlanter.ts';
import { useMeasuredSeason } from './useSeasonOfPlanter.ts';
import { useUnits, type Units } from '../units/useUnits.ts';
import { useRowCost } from './useRowCost.ts';
import { useUnitMoves } from './useUnitMoves.ts';
import { useWork } from './useWork.ts';
import { NotMeasuredYet } from './NotMeasuredYet.tsx';
import { PlacesStrip } from './PlacesStrip.tsx';
import { UnitMoves } from './UnitMoves.tsx';
import { WorkForm } from './WorkForm.tsx';
import { WorkPhotos } from './WorkPhotos.tsx';
import { WorkSheet } from './WorkSheet.tsx';
import { inOrder, PRIORITY_WORDS, STATE_WORDS, whereText } from './workWords.ts';
import styles from './workshop.module.css';

/** What a planter needs, from the day it was found to the day it is done. */
export default function WorkshopScreen() {
  const { planterId } = useParams();
  const { read, before } = useMeasuredSeason(planterId);
  if (read === undefined || before === undefined) return null;
  if (read === null)
    return (
      <p>
        This planter is not on this device. <Link to="/planters">All planters</Link>
      </p>
    );
  return <Workshop key={read.planter.id} read={read} before={before} />;
}

function Workshop({ read, before }: { read: SeasonOfPlanter; before: SeasonOfPlanter | null }) {
  const { planter, season, plantings, cells } = read;
  const units = useUnits();
  const device = useDevice();
  const offer = useOfferUndo();
  const remove = useRemove();
  const today = useToday();
  const moves = useUnitMoves(planter.id);
  const card = read.card();
  const costOf = useRowCost(card, plantings);
  const { items, suggestions, add } = useWork(planter.id, season, card, plantings);
  const [open, setOpen] = useState<string | null>(() => {
    const left = draftNames().find((name) => name.startsWith('workItem '));
    return left === `workItem new ${planter.id}` ? 'new' : (left?.split(' ')[1] ?? null);
  });
  const shown = items.find(({ id }) => id === open);
  const sensors = useSensors(
    useSensor(MouseSensor, { activationConstraint: { distance: 6 } }),
    useSensor(TouchSensor, { activationConstraint: { delay: 220, tolerance: 8 } }),
    useSensor(KeyboardSensor),
  );
  const move = (item: Kept<'workItem'>, state: WorkState) => {
    if (item.data.state === state) return;
    const saved = device.change('workItem', item.id, (data) => ({
      ...data,
      state,
      doneOn: state === 'done' ? (data.doneOn ?? today) : null,
    }));
    if (saved.ok)
      offer({
        says: `${STATE_WORDS[state]}: ${item.data.what}`,
        undo: () => device.change('workItem', item.id, () => item.data),
      });
  };
  const drop = ({ active, over }: DragEndEvent) => {
    const item = items.find(({ id }) => id === active.id);
    if (item && over) move(item, over.id as WorkState);
  };
  /** Of what was done since the season before: what this season shows of it. Models are fitted for it, so once. */
  const proofs = useMemo(
    () =>
      new Map(
        items.flatMap(({ id, data }): [string, WorkProof][] => {
          if (data.state !== 'done' || data.season !== season - 1 || !before) return [];
          const proof = proveWork(data, before.cells, cells, moves);
          return proof ? [[id, proof]] : [];
        }),
      ),
    [items, season, before, cells, moves],
  );
  const proofOf = ({ id, data }: Kept<'workItem'>): string | null => {
    if (data.state !== 'done' || data.measure === null) return null;
    if (data.season === season) return plannedProof(data, cells, units);
    const proof = proofs.get(id);
    return proof ? proofText(data.measure, proof, units.show) : null;
  };
  const proven = (as: WorkProof['proof']) => items.filter(({ id }) => proofs.get(id)?.proof === as);
  const closed = proven('worked');
  const failed = proven('didNot');
  /** What an item returns against its cost, where both are known. */
  const returnOf = ({ data }: Kept<'workItem'>): string | null => {
    if (data.cost === null || data.rows.length === 0 || data.season !== season) return null;
    const returned = repairReturn(costOf(data.rows), data.cost);
    if (!returned) return null;
    const [low, high] = returned.gain.map((money) => Math.round(money).toLocaleString('en'));
    return `Over ${returned.seasons} seasons (default) it returns ${low} to ${high} beyond its cost, in your money.`;
  };
  const csv = () =>
    saveFile(
      `${planter.data.name}-workshop-${season}.csv`,
      'text/csv',
      csvText(
        items.map(({ data }) => ({
          rows: data.rows.join(' '),
          what: data.what,
          found: data.why,
          season: data.season,
          'how soon': PRIORITY_WORDS[data.priority],
          state: STATE_WORDS[data.state],
          who: data.who,
          due: data.due ?? '',
          parts: data.parts,
          cost: data.cost ?? '',
          'done on': data.doneOn ?? '',
          how: data.doneNote,
        })),
      ),
    );
  return (
    <Parts>
      <div className="row spread">
        <div>
          <Link to={`/planters/${planter.id}`}>{planter.data.name}, planter card</Link>
          <h1>Workshop list</h1>
          <NotMeasuredYet season={season} />
        </div>
        <div className={`row ${styles.noPrint}`}>
          <Button variant="default" h={48} onClick={csv} disabled={items.length === 0}>
            As a table (CSV)
          </Button>
          <Button variant="default" h={48} onClick={() => window.print()}>
            Print the sheet
          </Button>
          <Button h={48} onClick={() => setOpen('new')}>
            Add an item
          </Button>
        </div>
      </div>
      {suggestions.length > 0 && (
        <section
          className={`sheet stack tight ${styles.noPrint}`}
          aria-label="Found, and not on the list"
        >
          <h2>Found in {season}, and not on the list</h2>
          {suggestions.map((one) => (
            <div key={one.what} className={styles.suggestion}>
              <div>
                <strong>{one.what}</strong>
                <p className="small soft">{one.why}</p>
                <p className="small">
                  {PRIORITY_WORDS[one.priority]}; about {one.effortMin} min of work (
                  <span className="default-mark">default</span>).
                </p>
              </div>
              <Button variant="default" h={48} onClick={() => add(one)}>
                Put on the list
              </Button>
            </div>
          ))}
        </section>
      )}
      {items.length === 0 ? (
        <p className={`sheet ${styles.noPrint}`}>
          Nothing is on the list yet. What a check or a walk finds fades by winter: put it here the
          same day.
        </p>
      ) : (
        <DndContext sensors={sensors} onDragEnd={drop}>
          <div className={`${styles.board} ${styles.noPrint}`}>
            {WORK_STATES.map((state) => (
              <Column key={state} state={state}>
                {items
                  .filter((item) => item.data.state === state && !closed.includes(item))
                  .sort(inOrder)
                  .map((item) => (
                    <Item
                      key={item.id}
                      item={item}
                      proof={proofOf(item) ?? returnOf(item)}
                      onOpen={() => setOpen(item.id)}
                      onMove={(by) => {
                        const to = WORK_STATES[WORK_STATES.indexOf(state) + by];
                        if (to) move(item, to);
                      }}
                    />
                  ))}
              </Column>
            ))}
          </div>
        </DndContext>
      )}
      {(
        [
          ['Did not work', 'Did not work: on the list again?', failed],
          ['Closed', 'Closed: it worked', closed],
        ] as const
      ).map(
        ([label, title, told]) =>
          told.length > 0 && (
            <section
              key={label}
              className={`sheet stack tight ${styles.noPrint}`}
              aria-label={label}
            >
              <h2>{title}</h2>
              {told.map((item) => (
                <Proven key={item.id} item={item} proof={proofs.get(item.id)!} says={proofOf(item)}>
                  {label === 'Closed' ? (
                    <Button variant="subtle" h={48} onClick={() => setOpen(item.id)}>
                      Open
                    </Button>
                  ) : (
                    <Button variant="default" h={48} onClick={() => move(item, 'todo')}>
                      Back to do
                    </Button>
                  )}
                </Proven>
              ))}
            </section>
          ),
      )}
      <UnitMoves planter={planter} />
      {items.some(({ data }) => data.state !== 'done') && (
        <WorkSheet planter={planter} season={season} items={items} />
      )}
      {open !== null && (open === 'new' || shown) && (
        <Dialog title={shown ? 'Item' : 'New item'} onClose={() => setOpen(null)}>
          <WorkForm
            key={open}
            planterId={planter.id}
            season={season}
            item={shown}
            onDone={() => setOpen(null)}
          />
          {shown && <WorkPhotos item={shown} />}
          {shown && (
            <Button
              variant="subtle"
              h={44}
              onClick={() => {
                remove('workItem', shown.id, 'Item deleted.');
                setOpen(null);
              }}
            >
              Delete the item
            </Button>
          )}
        </Dialog>
      )}
    </Parts>
  );
}

/** What next season has to look at. */
function plannedProof(data: WorkItem, cells: CardCells, units: Units): string | null {
  const figure = figureOf(data.measure!, data.rows, cells, '');
  const seeds =
    data.measure === 'depth' && figure?.sd
      ? seedsToProve({
          sdM: figure.sd,
          toleranceM: MEASURE_FACTS.depth.tolerance,
          places: 1,
        })
      : null;
  return `Next season’s proof: ${MEASURE_WORDS[data.measure!].name.toLowerCase()} of ${whereText(data.rows).toLowerCase()} again${seeds ? `, ${seeds} seeds to within ${units.show(MEASURE_FACTS.depth.tolerance, 'seedDepth')}` : ''}.`;
}

/** What a repair came to: the sentence, and its rows before and since. */
function Proven({
  item: { data },
  proof: { before, after },
  says,
  children,
}: {
  item: Kept<'workItem'>;
  proof: WorkProof;
  says: string | null;
  children: ReactNode;
}) {
  const points = [
    { key: 'before', figure: before, says: String(data.season) },
    { key: 'since', figure: after, says: 'since' },
  ].flatMap(({ figure, ...one }, x) =>
    figure ? [{ ...one, x, off: figure.difference, marked: x === 0 }] : [],
  );
  return (
    <div className={styles.suggestion}>
      <div className="stack tight">
        <strong>{data.what}</strong>
        <p className="small">{says}</p>
        {data.measure && points.length === 2 && (
          <PlacesStrip
            measure={data.measure}
            label={`${whereText(data.rows)} before and since`}
            points={points}
            joined
          />
        )}
      </div>
      {children}
    </div>
  );
}

function Column({ state, children }: { state: WorkState; children: ReactNode }) {
  const { setNodeRef, isOver } = useDroppable({ id: state });
  return (
    <section
      ref={setNodeRef}
      className={styles.column}
      data-over={isOver || undefined}
      aria-label={STATE_WORDS[state]}
    >
      <h2>{STATE_WORDS[state]}</h2>
      {children}
    </section>
  );
}

/** An item on the board: opened by a tap, moved by dragging or with Shift and the arrow keys. */
function Item({
  item: { id, data },
  proof,
  onOpen,
  onMove,
}: {
  item: Kept<'workItem'>;
  /** Whether it worked, how next season tells, or what it returns. */
  proof: string | null;
  onOpen(): void;
  onMove(by: number): void;
}) {
  const { setNodeRef, listeners, isDragging, transform } = useDraggable({ id });
  const byKey = (event: KeyboardEvent) => {
    const by = { ArrowLeft: -1, ArrowRight: 1 }[event.key];
    if (!event.shiftKey || by === undefined) return;
    event.preventDefault();
    onMove(by);
  };
  return (
    <button
      ref={setNodeRef}
      className={styles.item}
      data-priority={data.priority}
      style={
        transform
          ? { transform: `translate(${transform.x}px, ${transform.y}px)`, zIndex: 5 }
          : undefined
      }
      data-dragging={isDragging || undefined}
      aria-keyshortcuts="Shift+ArrowLeft Shift+ArrowRight"
      {...listeners}
      onClick={onOpen}
      onKeyDown={byKey}
    >
      <strong>{data.what}</strong>
      <span className="small soft">
        {[
          whereText(data.rows),
          PRIORITY_WORDS[data.priority].toLowerCase(),
          data.who,
          data.due && `due ${shortDate(data.due)}`,
          data.doneOn && `done ${shortDate(data.doneOn)}`,
          data.seasonSavedIt && 'the season made up for it',
        ]
          .filter(Boolean)
          .join(', ')}
      </span>
      {proof && <span className={styles.proof}>{proof}</span>}
    </button>
  );
}
