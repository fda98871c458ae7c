import { fireEvent } from '@testing-library/dom';
import { describe, expect, it } from 'vitest';
import { goose, planting, stop, trench, trial, walk } from './demoAddresses.testing.ts';
import { openApp } from './wholeApp.testing.tsx';
import { NEVER_SHOWN } from './neverShown.testing.ts';
import { drawn } from './onPage.testing.tsx';

/** What a hurried thumb, a pasted cell or a stranger may put into a field. */
const HOSTILE = [
  '-1',
  '-25000',
  '0',
  '9e99',
  '1e-320',
  '320000',
  '99999999999999999999',
  'NaN',
  'Infinity',
  '-Infinity',
  '−0',
  '1/0',
  '0/0',
  '1 2 3',
  '1,2,3;4',
  '1.2.3.4',
  ',,,',
  '...',
  '½½½',
  '3/8/4',
  '17\'5"6"',
  '5 %%',
  '195 %',
  'abc',
  '=1+1',
  '<b>1</b>',
  '\u0000',
  '\u202e12',
  '１２',
  '٣',
  '🌽',
  ' ',
  '\t12\n',
  '2199-01-01',
  '0000-00-00',
  'null',
  '{}',
  "'; DROP TABLE fields; --",
  'x'.repeat(5000),
  '1'.repeat(400),
] as const;

/** Screens with fields to fill, and what opens their forms. */
const SCREENS: [path: string, ...opens: (string | RegExp)[]][] = [
  ['/fields', 'Add a field'],
  [`/plantings/${planting}`, 'Edit'],
  [`/plantings/${planting}/walk`],
  [`/plantings/${planting}/plan`],
  [`/plantings/${planting}/emergence/flag`],
  [`/plantings/${planting}/emergence/count`],
  [`/plantings/${planting}/below/dig`],
  [`/plantings/${planting}/tags`],
  [`/plantings/${planting}/replant`],
  [`/plantings/${planting}/trial`],
  [`/plantings/${planting}/trench`],
  [`/walks/${walk}?stop=1`],
  [`/walks/${walk}/result`],
  [`/walks/${walk}/stops/${stop}/tape`],
  [`/walks/${walk}/stops/${stop}/gaps`],
  [`/walks/${walk}/stops/${stop}/late`],
  [`/walks/${walk}/stops/${stop}/pests`],
  [`/walks/${walk}/stops/${stop}/notes`],
  [`/trench/${trench}`],
  [`/trench/${trench}/monitor`],
  [`/trials/${trial}`],
  [`/trials/${trial}/plan`],
  ['/calendar'],
  ['/weather'],
  ['/targets'],
  ['/depth'],
  ['/convert'],
  ['/settings'],
  ['/causes'],
  ['/planters'],
  [`/planters/${goose}`],
  [`/planters/${goose}/workshop`],
];

/** Each field meets every so-manieth text, `npm run test:long -- input` has them all. */
const EVERY = process.env.SENDERO_ALL_INPUT ? 1 : 8;

const fields = () =>
  [...document.querySelectorAll<HTMLInputElement | HTMLTextAreaElement>('input, textarea')].filter(
    (field) =>
      !field.disabled && !['file', 'checkbox', 'radio', 'range', 'hidden'].includes(field.type),
  );

const nameOf = (field: HTMLInputElement | HTMLTextAreaElement) =>
  field.labels?.[0]?.textContent ?? field.getAttribute('aria-label') ?? '';
/** Of the cells of one column of a grid, so many are typed into. */
const ALIKE = 3;

/** Types every so-manieth text into the fields from the given one on; none makes a screen fail. */
async function typeInto(from = 0): Promise<void> {
  // A table grows a line for each that is filled.
  const last = fields().length;
  const cells = new Map<string, number>();
  for (let i = from; i < last; i++) {
    const first = fields()[i];
    if (first?.dataset.cell) {
      const column = nameOf(first).split(',')[0]!;
      cells.set(column, (cells.get(column) ?? 0) + 1);
      if (cells.get(column)! > ALIKE) continue;
    }
    for (const text of HOSTILE.filter((_, t) => (t + i) % EVERY === 0)) {
      const field = fields()[i];
      if (!field) break;
      const name = `${nameOf(field)}: ${text.slice(0, 40)}`;
      field.focus();
      fireEvent.input(field, { target: { value: text } });
      fireEvent.blur(field);
      await drawn();
      expect(document.body.textContent, name).not.toMatch(/could not be shown/);
      // What is quoted was typed.
      const shown = document
        .querySelector('main')!
        .textContent.replaceAll(text, '')
        .replaceAll(/“[^”]*”/g, '');
      expect(shown, name).not.toMatch(NEVER_SHOWN);
    }
  }
}

describe('whatever is typed, no screen fails', () => {
  it.each(SCREENS)('%s', { timeout: 120_000 }, async (path, ...opens) => {
    const here = await openApp(path);
    await drawn();
    for (const fold of document.querySelectorAll('details')) fold.open = true;
    for (const one of opens) await here.press(one);
    await drawn();
    await typeInto();
  });
});

/** Buttons of a screen that lead on, without those that take the person elsewhere or delete. */
const buttons = () =>
  [...document.querySelectorAll<HTMLButtonElement>('main button')].filter(
    (button) =>
      !button.disabled &&
      !/delete|take out|archive|print|save as|sheet/i.test(
        button.getAttribute('aria-label') ?? button.textContent,
      ),
  );
/** Alike for buttons that do the same to another record. */
const buttonName = (button: HTMLButtonElement) =>
  (button.getAttribute('aria-label') ?? button.textContent)
    .replaceAll(/\d+/g, '#')
    .split(' ')
    .slice(0, 2)
    .join(' ');

describe.runIf(process.env.SENDERO_ALL_INPUT)('nor behind any button', () => {
  it.each(SCREENS)('%s', { timeout: 1_200_000 }, async (path) => {
    const tried = new Set<string>();
    for (;;) {
      await openApp(path);
      await drawn();
      for (const fold of document.querySelectorAll('details')) fold.open = true;
      const next = buttons().find((button) => !tried.has(buttonName(button)));
      if (!next) return;
      tried.add(buttonName(next));
      const before = new Set(fields());
      fireEvent.click(next);
      await drawn();
      await drawn();
      const found = fields().findIndex((field) => !before.has(field));
      if (found < 0 || !document.querySelector('main')) continue;
      if (process.env.SENDERO_ALL_INPUT === 'list') console.log(`${path}: ${buttonName(next)}`);
      await typeInto(found);
    }
  });
});
