import { readFile } from 'node:fs/promises';
import ICAL from 'ical.js';
import { accessible } from '../accessible.ts';
import { allSent, expect, keptHere, newDevice, test } from '../app.ts';

/** What an independent program reads of a calendar: day and name of each event. */
function eventsIn(text: string): { on: string; title: string; place: string; id: string }[] {
  const calendar = new ICAL.Component(ICAL.parse(text) as unknown[]);
  return calendar.getAllSubcomponents('vevent').map((component) => {
    const event = new ICAL.Event(component);
    expect(event.startDate.isDate).toBe(true);
    return {
      on: event.startDate.toString(),
      title: event.summary,
      place: event.location,
      id: event.uid,
    };
  });
}

test('visits are moved by mouse and by key, one’s own added, and taken along as a file and a feed', async ({
  browser,
  demo,
}) => {
  const { context, page } = await newDevice(browser, demo);
  await page.goto('/calendar');
  const visit = (name: RegExp) => page.getByRole('button', { name });
  const day = (name: RegExp) => page.getByRole('region', { name });
  const digs = visit(/^Plant digs, Ditch Block/);

  // By mouse, to another day; undone; by key, a day later.
  const drag = async () => {
    const [from, to] = [await digs.boundingBox(), await day(/^Sun, May 30/).boundingBox()];
    await page.mouse.move(from!.x + 20, from!.y + 20);
    await page.mouse.down();
    await page.mouse.move(to!.x + 40, to!.y + 60, { steps: 6 });
    await page.mouse.up();
  };
  await drag();
  await expect(day(/^Sun, May 30/).getByRole('button', { name: /Ditch Block/ })).toBeVisible();
  await expect(digs).toHaveAccessibleName(/Moved to May 30/);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(day(/^Sun, May 30, nothing planned/)).toBeVisible();
  await drag();
  await digs.focus();
  await page.keyboard.press('Shift+ArrowRight');
  await expect(digs).toHaveAccessibleName(/Moved to May 31/);
  await expect(digs).toBeFocused();
  await allSent(page);

  // One's own, half-filled and found again.
  await page.getByRole('button', { name: 'Add a visit' }).click();
  await page.getByLabel('What for').fill('Show Goose’s row 4 to the owner');
  await page.reload();
  await expect(page.getByLabel('What for')).toHaveValue('Show Goose’s row 4 to the owner');
  await page.getByRole('textbox', { name: 'On', exact: true }).fill('2027-05-29');
  await page.getByRole('button', { name: 'Keep', exact: true }).click();
  await expect(
    day(/^Sat, May 29/).getByRole('button', { name: /Show Goose’s row 4/ }),
  ).toBeVisible();
  await keptHere(page);

  // What has no screen of its own is ticked off by hand.
  await visit(/^Tagged plants at flowering, Kiln Corner/).click();
  await page.getByRole('button', { name: 'Done', exact: true }).click();
  await expect(visit(/^Tagged plants at flowering, Kiln Corner/)).toHaveCount(0);
  await page.getByText('Month', { exact: true }).click();
  await expect(visit(/^Tagged plants at flowering, Kiln Corner.*Done May 27/)).toBeVisible();
  await accessible(page, 'visits, a month');
  await page.setViewportSize({ width: 1280, height: 800 });

  // The file, read by another program.
  await page.getByText('Ten days', { exact: true }).click();
  await page.getByRole('button', { name: 'To your calendar' }).click();
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Save the file' }).click();
  const events = eventsIn(await readFile(await (await download).path(), 'utf8'));
  expect(events).toContainEqual(
    expect.objectContaining({
      on: '2027-05-31',
      title: 'Plant digs, Ditch Block',
      place: 'Ditch Block, Quill & Daughters',
    }),
  );
  expect(events).toContainEqual(
    expect.objectContaining({ on: '2027-05-29', title: 'Show Goose’s row 4 to the owner' }),
  );
  expect(new Set(events.map(({ id }) => id)).size).toBe(events.length);

  // The feed says the same; withdrawn, it says nothing.
  await allSent(page);
  await page.getByRole('button', { name: 'Make an address' }).click();
  const address = await page.getByLabel('Copy it now: it is not shown again').inputValue();
  const feed = await fetch(address);
  expect(feed.headers.get('content-type')).toMatch(/^text\/calendar/);
  const sort = (list: typeof events) => list.map(({ on, title }) => `${on} ${title}`).sort();
  expect(sort(eventsIn(await feed.text()))).toEqual(sort(events));
  await page.getByRole('button', { name: 'Withdraw' }).click();
  await expect(page.getByRole('button', { name: 'Withdraw' })).toHaveCount(0);
  expect((await fetch(address)).status).toBe(404);
  await accessible(page, 'visits taken along');
  await context.close();
});
