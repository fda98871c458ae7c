import { screen } from '@testing-library/dom';
import { expect, it } from 'vitest';
import { demoPlanting, demoRecord, demoWalk, openApp, plain } from '../app/wholeApp.testing.tsx';

const planting = (field: string) => `/plantings/${demoPlanting(field).id}`;
const trial = demoRecord(
  'trial',
  ({ plantingId }) => plantingId === demoPlanting('Windmill East', 2026).id,
).id;

/** A point with one or two digits after it, or a nought before it: decimals. Three digits are thousands. */
const POINT = /\b0\.\d+|\d\.\d{1,2}(?![\d.])/;
/** What a screen says, to the eye and to the ear. */
const read = () =>
  [
    plain(screen.getByRole('main').textContent),
    ...[...document.querySelectorAll('main [aria-label]')].map((one) =>
      plain(one.getAttribute('aria-label')),
    ),
  ].join(' | ');

it('where a workspace writes commas, no screen writes a point before decimals', async () => {
  const here = await openApp('/settings');
  const [workspace] = here.all('workspace');
  here.device.change('workspace', workspace!.id, (data) => ({ ...data, decimalMark: ',' }));
  const found: string[] = [];
  for (const [address, waitsFor] of [
    [planting('Long Forty'), null],
    [`/walks/${demoWalk('Long Forty').id}/result`, 'population'],
    [`/trench/${demoWalk('Long Forty', 'trench').id}/result`, 'trench-verdict'],
    [`/trench/${demoWalk('Long Forty', 'trench').id}/monitor`, 'monitor-verdict'],
    [`${planting('Long Forty')}/emergence`, 'emergence-headline'],
    [`${planting('Heron Bottom')}/below`, 'below-headline'],
    [`${planting('Windmill East')}/replant`, 'advice'],
    [`${planting('Windmill East')}/plan`, 'plan-tells'],
    [`${planting('Long Forty')}/tags`, null],
    ['/weather', null],
    ['/targets', 'seed-needed'],
    ['/trials', 'running-answer'],
    [`/trials/${trial}`, 'answer'],
    [`/planters/${demoRecord('planter', ({ name }) => name === 'Goose').id}`, 'worst-rows'],
    ['/device', null],
    ['/', null],
  ] as const) {
    await here.visit(address);
    if (waitsFor) await screen.findByTestId(waitsFor);
    // What is fetched or reckoned beside the screen comes a moment later.
    await new Promise((resolve) => setTimeout(resolve, 300));
    const text = read();
    const at = POINT.exec(text);
    if (at) found.push(`${address}: … ${text.slice(Math.max(0, at.index - 60), at.index + 30)} …`);
  }
  expect(found).toEqual([]);
});
