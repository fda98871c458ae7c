import {
  DEFAULT_WEIGHTS,
  ownWeights,
  readWalkFacts,
  readWalkStand,
  type LatenessWeights,
  type OwnWeight,
} from '@sendero/core';
import { Button } from '@mantine/core';
import { useMemo } from 'react';
import { shortDate } from '../app/dates.ts';
import { useOfferUndo } from '../app/Undo.tsx';
import { useAll, useChildrenOfEach, useDevice, useWalksRead, useWorkspace } from '../data/hooks.ts';
import { newestFirst } from '../data/newestFirst.ts';
import { useUnits, type Units } from '../units/useUnits.ts';

/** Weights of plants behind, told from the person's own tagged plants, beside those in use; offered, never forced. */
export function OwnWeightsCard() {
  const device = useDevice();
  const offer = useOfferUndo();
  const units = useUnits();
  const workspace = useWorkspace();
  const tags = useAll('taggedPlant');
  const outcomes = useAll('tagOutcome');
  const own = useMemo(() => ownWeights(tags, outcomes), [tags, outcomes]);
  const inUse = workspace?.data.weights ?? DEFAULT_WEIGHTS;
  if (!workspace) return null;
  if (!own.by)
    return (
      <section className="sheet stack tight">
        <h2>Your own weights</h2>
        <p>
          Three late plants or more of a kind, and three in step, weighed or counted at grain fill,
          tell what a late plant is worth here. Forty pairs tell it well.
        </p>
      </section>
    );
  const offered: LatenessWeights = {
    oneBehind: own.oneBehind?.weight ?? inUse.oneBehind,
    twoBehind: own.twoBehind?.weight ?? inUse.twoBehind,
  };
  const round = (weight: number) => Math.min(1.5, Math.round(weight * 100) / 100);
  const use = () => {
    const before = workspace.data.weights;
    const weights = { oneBehind: round(offered.oneBehind), twoBehind: round(offered.twoBehind) };
    device.change('workspace', workspace.id, (data) => ({ ...data, weights }));
    offer({
      says: 'Your own weights are in use.',
      undo: () =>
        device.change('workspace', workspace.id, (data) => ({ ...data, weights: before })),
    });
  };
  const used =
    round(offered.oneBehind) === inUse.oneBehind && round(offered.twoBehind) === inUse.twoBehind;
  return (
    <section className="sheet stack tight" aria-label="Your own weights">
      <h2>Your own weights</h2>
      <p className="small soft">
        From {own.plants} tagged plants of {own.plantings}{' '}
        {own.plantings === 1 ? 'planting' : 'plantings'}, by{' '}
        {own.by === 'weight' ? 'the weight of their grain' : 'what was counted'}: a plant behind
        against those in step beside it.
      </p>
      <dl className="facts">
        <dt>One stage behind</dt>
        <dd data-testid="weight-one">{weightText(own.oneBehind, inUse.oneBehind, units)}</dd>
        <dt>Two or more</dt>
        <dd data-testid="weight-two">{weightText(own.twoBehind, inUse.twoBehind, units)}</dd>
      </dl>
      <WhatChanges weights={offered} />
      <div>
        <Button variant="default" h={48} onClick={use} disabled={used}>
          {used ? 'In use' : 'Use these weights'}
        </Button>
      </div>
    </section>
  );
}

function weightText(own: OwnWeight | null, inUse: number, { fixed }: Units): string {
  const text = (weight: number) => fixed(weight, 2);
  if (!own) return `too few plants; in use: ${text(inUse)}`;
  const interval =
    own.lower === null || own.upper === null
      ? 'no interval: all alike, or too few'
      : `95 %: ${text(Math.max(0, own.lower))} to ${text(own.upper)}`;
  return `${text(own.weight)} (${interval}, ${own.n} plants); in use: ${text(inUse)}`;
}

/** Effective stands of the season's finished walks, as they are and as they would be. */
function WhatChanges({ weights }: { weights: LatenessWeights }) {
  const units = useUnits();
  const walks = useAll('walk');
  const plantings = useAll('planting');
  const fields = useAll('field');
  const inUse = useWorkspace()?.data.weights ?? null;
  const finished = useMemo(
    () =>
      walks
        .filter(({ data }) => data.purpose === 'stand' && data.finishedAt !== null)
        .sort(newestFirst)
        .slice(0, 6),
    [walks],
  );
  const read = useWalksRead(finished.map(({ id }) => id));
  const stops = useChildrenOfEach('stop', 'walkId', finished);
  const allStops = useMemo(() => stops.flat(), [stops]);
  const seen = useChildrenOfEach('observation', 'stopId', allStops);
  const rows = useMemo(
    () =>
      finished.flatMap((walk, i) => {
        const planting = plantings.find(({ id }) => id === walk.data.plantingId);
        const field = fields.find(({ id }) => id === planting?.data.fieldId);
        if (!planting || !field || walk.data.purpose !== 'stand') return [];
        const held = { id: walk.id, data: walk.data };
        const own = stops[i]!;
        const first = stops.slice(0, i).reduce((sum, list) => sum + list.length, 0);
        const observed = seen.slice(first, first + own.length);
        const by = (of: LatenessWeights | null) =>
          readWalkStand(readWalkFacts(held, planting, field.data, null, own, of), observed);
        const [before, after] = [by(inUse), by(weights)];
        if (!before.summary || !after.summary) return [];
        return [
          {
            id: walk.id,
            field: `${field.data.name}, ${shortDate(walk.data.startedOn)} ${walk.data.startedOn.slice(0, 4)}`,
            kind: units.standKind(before.denseStand),
            before: before.summary.effective.meanPerM2,
            after: after.summary.effective.meanPerM2,
          },
        ];
      }),
    [finished, plantings, fields, stops, seen, inUse, weights, units],
  );
  if (!read || rows.length === 0) return null;
  return (
    <div className="scroll-x" tabIndex={0} role="region" aria-label="What would change">
      <table className="figures">
        <thead>
          <tr>
            <th scope="col">Effective stand</th>
            <th scope="col">now</th>
            <th scope="col">by your weights</th>
          </tr>
        </thead>
        <tbody>
          {rows.map(({ id, field, kind, before, after }) => (
            <tr key={id}>
              <td>{field}</td>
              <td>{units.show(before, kind)}</td>
              <td>{units.show(after, kind)}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
