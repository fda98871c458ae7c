import {
  addPlaces,
  cutShort,
  planeAt,
  replacePlace,
  toWalk,
  type PlannedPlace,
  type Position,
  type WalkFacts,
} from '@sendero/core';
import { Button, NumberInput } from '@mantine/core';
import { useState } from 'react';
import { Fold } from '../app/Fold.tsx';
import { useOfferUndo } from '../app/Undo.tsx';
import { useDevice } from '../data/hooks.ts';

/** The plan changed on the way: a place out of reach, more stops, less time. */
export function Replan({
  plan,
  more,
  next,
  busy,
  done,
  here,
  car,
  fair,
  onProblem,
}: {
  plan: NonNullable<WalkFacts['plan']>;
  /** Stops that would settle it. */
  more: number;
  next: number | null;
  /** The way is being reckoned. */
  busy: boolean;
  done: ReadonlySet<number>;
  here: Position;
  car: Position;
  /** How fair the walk is once these are walked too. */
  fair(places: readonly PlannedPlace[]): string;
  onProblem(problem: string | null): void;
}) {
  const device = useDevice();
  const offerUndo = useOfferUndo();
  const [minutes, setMinutes] = useState<number>(30);
  const change = (places: PlannedPlace[], says: string) => {
    const before = plan.data;
    const saved = device.change('samplingPlan', plan.id, (data) => ({ ...data, places }));
    if (!saved.ok) return onProblem(Object.values(saved.problems)[0] ?? null);
    onProblem(null);
    offerUndo({
      says,
      undo: () => device.takeBack('samplingPlan', plan.id, before, { ...before, places }),
    });
  };
  const { places } = plan.data;
  const left = toWalk(places, done).length;
  const held = places.some(({ state }) => state === 'spare' || state === 'dropped');
  const { toMetres } = planeAt(car);
  return (
    <>
      {next !== null && (
        <button
          className="tool"
          disabled={busy}
          onClick={() => {
            const other = replacePlace(places, next);
            change(
              other,
              toWalk(other, done).length === left
                ? 'Another place takes its turn, with its rows.'
                : 'No place is left to take its turn: one stop fewer.',
            );
          }}
        >
          Cannot be reached
        </button>
      )}
      <Fold summary="Change the plan">
        <div className="stack tight">
          <div className="row" style={{ alignItems: 'end' }}>
            <NumberInput
              label="Minutes left, back at the car"
              min={0}
              max={600}
              allowDecimal={false}
              value={minutes}
              onChange={(value) => setMinutes(Number(value))}
            />
            <Button
              variant="default"
              h={48}
              onClick={() => {
                const cut = cutShort(places, minutes, {
                  done,
                  here: toMetres(here),
                  end: toMetres(car),
                  rowsAtOnce: plan.data.rowsAtOnce,
                  toMetres,
                });
                const now = toWalk(cut, done).length;
                change(
                  cut,
                  now === left
                    ? 'There is time for all of them.'
                    : `${now} of ${left} stops fit. With what is walked: ${fair(cut)}`,
                );
              }}
            >
              Fit the stops to it
            </Button>
          </div>
          <div className="row">
            <Button
              variant="default"
              h={48}
              disabled={!held}
              onClick={() => change(addPlaces(places, more), `${more} more, the next ones drawn.`)}
            >
              {more === 1 ? 'One more stop' : `${more} more stops`}
            </Button>
          </div>
        </div>
      </Fold>
    </>
  );
}
