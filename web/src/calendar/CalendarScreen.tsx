import {
  DndContext,
  DragOverlay,
  MouseSensor,
  TouchSensor,
  useSensor,
  useSensors,
  type DragEndEvent,
} from '@dnd-kit/core';
import { addDays } from '@sendero/core';
import { Button } from '@mantine/core';
import { useEffect, useRef, useState } from 'react';
import { Parts } from '../app/Parts.tsx';
import { Choice } from '../app/Choice.tsx';
import { shortDate } from '../app/dates.ts';
import { useOfferUndo } from '../app/Undo.tsx';
import { useToday } from '../data/hooks.ts';
import { draftNames } from '../fields/useDraft.ts';
import { SeasonSwitch } from '../fields/SeasonSwitch.tsx';
import { MonthView } from './MonthView.tsx';
import { OwnVisitForm } from './OwnVisitForm.tsx';
import { TakeAlong } from './TakeAlong.tsx';
import { TenDays } from './TenDays.tsx';
import { nameOf, useDecide, useVisits, type PlacedVisit } from './useVisits.ts';
import { VisitDialog } from './VisitDialog.tsx';

const VIEWS = [
  { value: 'days', says: 'Ten days' },
  { value: 'month', says: 'Month' },
] as const;

/** All visits of the season: the next ten days in rounds, or a month; moved by hand or key. */
export default function CalendarScreen() {
  const { placed, days } = useVisits();
  const today = useToday();
  const decide = useDecide();
  const offerUndo = useOfferUndo();
  const [view, setView] = useState<'days' | 'month'>('days');
  const [open, setOpen] = useState<string | null>(null);
  const [adding, setAdding] = useState(() => draftNames().includes('visit new'));
  const [takingAlong, setTakingAlong] = useState(false);
  const [dragged, setDragged] = useState<string | null>(null);
  // Moved by key, a visit is drawn anew in another day: the keyboard goes with it.
  const carried = useRef<string | null>(null);
  useEffect(() => {
    if (carried.current === null) return;
    document.querySelector<HTMLElement>(`[data-visit="${CSS.escape(carried.current)}"]`)?.focus();
    carried.current = null;
  }, [placed]);
  const sensors = useSensors(
    useSensor(MouseSensor, { activationConstraint: { distance: 8 } }),
    // A thumb that wipes scrolls; one that rests lifts the visit.
    useSensor(TouchSensor, { activationConstraint: { delay: 250, tolerance: 8 } }),
  );
  const found = (key: string | null) => placed.find(({ one }) => one.visit.key === key);
  const move = (held: PlacedVisit, on: string) => {
    const { visit } = held.one;
    if (on === held.on && visit.on !== null) return;
    const undo = decide(visit, { on });
    if (undo) offerUndo({ says: `${nameOf(held.one)}: ${shortDate(on)}.`, undo });
  };
  const moveBy = (held: PlacedVisit, by: number) => {
    const on = addDays(held.on, by);
    if (on < today) return;
    carried.current = held.one.visit.key;
    move(held, on);
  };
  const drop = ({ active, over }: DragEndEvent) => {
    setDragged(null);
    const held = found(String(active.id));
    if (held && over && String(over.id) !== held.on) move(held, String(over.id));
  };
  const overdue = placed.filter(({ one }) => one.visit.state === 'overdue').length;
  const tooFull = days.filter(({ over }) => over);
  const shown = found(open);
  return (
    <Parts>
      <div className="row spread">
        <h1>Calendar</h1>
        <SeasonSwitch />
      </div>
      <div className="row spread">
        <Choice
          label="Show"
          labelled={false}
          look="tab"
          options={VIEWS}
          value={view}
          onChange={(next) => next && setView(next)}
        />
        <div className="row">
          <Button variant="default" h={48} onClick={() => setTakingAlong(true)}>
            To your calendar
          </Button>
          <Button h={48} onClick={() => setAdding(true)}>
            Add a visit
          </Button>
        </div>
      </div>
      {(overdue > 0 || tooFull.length > 0) && (
        <p className="rule-left signal">
          {[
            overdue > 0 && `${overdue === 1 ? 'One visit is' : `${overdue} visits are`} overdue.`,
            tooFull.length > 0 &&
              `More than fits into ${tooFull.map(({ on }) => shortDate(on)).join(', ')}: move a visit, or share it.`,
          ]
            .filter(Boolean)
            .join(' ')}
        </p>
      )}
      {adding && <OwnVisitForm onDone={() => setAdding(false)} />}
      <DndContext
        sensors={sensors}
        onDragStart={({ active }) => setDragged(String(active.id))}
        onDragEnd={drop}
        onDragCancel={() => setDragged(null)}
      >
        {view === 'days' ? (
          <TenDays days={days} found={found} onOpen={setOpen} onMove={moveBy} />
        ) : (
          <MonthView placed={placed} onOpen={setOpen} onMove={moveBy} />
        )}
        <DragOverlay dropAnimation={null}>
          {dragged && <Dragged placed={found(dragged)} />}
        </DragOverlay>
      </DndContext>
      {shown && (
        <VisitDialog
          key={shown.one.visit.key}
          placed={shown}
          onMove={(on) => move(shown, on)}
          onClose={() => setOpen(null)}
        />
      )}
      {takingAlong && <TakeAlong placed={placed} onClose={() => setTakingAlong(false)} />}
    </Parts>
  );
}

/** The visit under the pointer. */
function Dragged({ placed }: { placed: PlacedVisit | undefined }) {
  if (!placed) return null;
  return (
    <div className="sheet" style={{ padding: '0.4rem 0.6rem', opacity: 0.9 }}>
      <strong>{placed.one.one?.field.data.name ?? placed.one.visit.label}</strong>
    </div>
  );
}
