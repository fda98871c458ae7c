import { screen } from '@testing-library/dom';
import { KIND_NAMES } from '@sendero/core';
import { expect, it } from 'vitest';
import { family } from '../app/onScreen.testing.tsx';
import { openApp, plain } from '../app/wholeApp.testing.tsx';
import { recordLink } from './recordLink.ts';

/** A curve of one's own is brought and left in any replant case: it has no place of its own. */
const NOWHERE = ['responseCurve'];

it('a record of every kind has a place to be put right, and the place is there', async () => {
  const { records } = family();
  const here = await openApp('/device', { demo: false, holding: records });
  const led = new Map<string, string>();
  for (const { kind, id } of records) {
    await here.device.loadWithParents([`${kind} ${id}`]);
    const link = recordLink(here.store.getState(), kind, id);
    if (link) led.set(kind, link);
  }
  const kinds = KIND_NAMES.filter((kind) => !['workspace', 'conflict', ...NOWHERE].includes(kind));
  expect([...led.keys()].sort()).toEqual([...kinds].sort());
  for (const link of new Set(led.values())) {
    await here.visit(link);
    // A page may bear another for its paper.
    const [head] = await screen.findAllByRole('heading', { level: 1 });
    expect(plain(head!.textContent), link).not.toMatch(/Nothing is kept|could not be drawn/);
    expect(plain(screen.getByRole('main').textContent), link).not.toMatch(/not on this device/);
  }
});

it('what is not on this device leads nowhere, and what lost its parent no further than that', async () => {
  const { records, of } = family();
  const here = await openApp('/device', { demo: false, holding: records });
  const { records: all } = here.store.getState();
  /** The device without the walk, as one that has only fetched what stands above it. */
  const without = {
    records: { ...all, walk: { ...all.walk, byId: new Map() } },
  };
  expect(recordLink(without, 'walk', of('walk').id)).toBeNull();
  expect(recordLink(without, 'observation', of('observation').id)).toBeNull();
  expect(recordLink(without, 'note', of('note').id)).toBe(`/plantings/${of('planting').id}`);
  expect(recordLink(without, 'stop', null)).toBeNull();
});
