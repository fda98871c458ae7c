import { screen, within } from '@testing-library/dom';
import { describe, expect, it } from 'vitest';
import { demoPlanting, openApp } from '../app/wholeApp.testing.tsx';

const visit = (name: RegExp) => screen.getByRole('button', { name });
const noVisit = (name: RegExp) => expect(screen.queryByRole('button', { name })).toBeNull();
const day = (name: RegExp) => within(screen.getByRole('region', { name }));

describe('the calendar of the season', () => {
  it('a visit opened with a thumb is moved, put back where its window has it, and gone to', async () => {
    const here = await openApp('/calendar');
    await here.press(/^Plant digs, The Apron/);
    await here.fill('On', '2027-05-31');
    await here.press('Close');
    expect(day(/^Mon, May 31/).getByRole('button', { name: /The Apron/ })).toBeTruthy();
    expect(visit(/^Plant digs, The Apron/).getAttribute('aria-label')).toContain('Moved to May 31');
    const apron = demoPlanting('The Apron').id;
    expect(here.all('visit').map(({ data }) => data)).toMatchObject([
      { plantingId: apron, on: '2027-05-31', doneOn: null },
    ]);
    await here.press(/^Plant digs, The Apron/);
    await here.press('Back to its window');
    expect(visit(/^Plant digs, The Apron/).getAttribute('aria-label')).toContain('window Jun 1');
    await here.press(/^Emergence count 6, The Apron/);
    await here.press('Count what is up', 'link');
    expect(await screen.findByRole('heading', { level: 1, name: 'Emergence' })).toBeTruthy();
    expect(here.address()).toContain(`/plantings/${apron}/emergence`);
  });

  it('by key a visit goes a day or a week on, never before today, and keeps the focus', async () => {
    const here = await openApp('/calendar');
    const digs = /^Plant digs, Ditch Block/;
    visit(digs).focus();
    await here.user.keyboard('{Shift>}{ArrowRight}{/Shift}');
    expect(visit(digs).getAttribute('aria-label')).toContain('Moved to Jun 2');
    expect(document.activeElement).toBe(visit(digs));
    await here.user.keyboard('{Shift>}{ArrowUp}{/Shift}');
    expect(visit(digs).getAttribute('aria-label')).toContain('Moved to Jun 2');
    await here.user.keyboard('{Shift>}{ArrowLeft}{/Shift}');
    expect(here.all('visit')[0]!.data.on).toBe('2027-06-01');
    await here.user.keyboard('{ArrowRight}');
    expect(here.all('visit')[0]!.data.on).toBe('2027-06-01');
    await here.press('Undo');
    expect(visit(digs).getAttribute('aria-label')).toContain('Moved to Jun 2');
  });

  it('one’s own is found again half-filled, kept, done, not done, deleted and brought back', async () => {
    let here = await openApp('/calendar');
    await here.press('Add a visit');
    await here.fill('What for', 'Show Goose’s row 4 to the owner');
    here = await here.reopen();
    expect((await screen.findByLabelText<HTMLInputElement>('What for')).value).toBe(
      'Show Goose’s row 4 to the owner',
    );
    await here.fill('On', '2027-05-29');
    await here.fill(/^About how long/, 'an hour');
    await here.press('Keep');
    expect(here.wrong(/^About how long/)).toBe('Enter minutes, up to a day.');
    expect(here.all('visit')).toEqual([]);
    await here.fill(/^About how long/, '25 min');
    await here.press('Keep');
    const own = /^Show Goose’s row 4/;
    expect(day(/^Sat, May 29/).getByRole('button', { name: own })).toBeTruthy();
    expect(here.all('visit')[0]!.data).toMatchObject({ on: '2027-05-29', minutes: 25 });
    await here.press(own);
    await here.press('Delete');
    noVisit(own);
    await here.press('Undo');
    expect(visit(own)).toBeTruthy();
    await here.press(own);
    await here.press('Done');
    noVisit(own);
  });

  it('what has no screen of its own is ticked off by hand, and stands in the month as done', async () => {
    const here = await openApp('/calendar');
    const tagged = /^Tagged plants at flowering, Kiln Corner/;
    await here.press(tagged);
    await here.press('Done');
    noVisit(tagged);
    await here.press('Month', 'radio');
    const done = visit(/^Tagged plants at flowering, Kiln Corner.*Done May 27/);
    await here.user.click(done);
    await here.press('Not done yet');
    await here.press('Ten days', 'radio');
    expect(visit(tagged)).toBeTruthy();
  });

  it('a trench check is not ticked off by hand: it is done where its seeds are dug', async () => {
    const here = await openApp('/calendar');
    await here.press(/^Trench check, Windmill East/);
    const dialog = within(await screen.findByRole('dialog'));
    expect(dialog.queryByRole('button', { name: 'Done' })).toBeNull();
    expect(dialog.getByText(/Carry:/).textContent).toMatch(/ruler|trowel|tape/i);
  });

  it('the file holds each visit once, on the day it was moved to', async () => {
    const here = await openApp('/calendar');
    await here.press(/^Plant digs, Ditch Block/);
    await here.fill('On', '2027-05-30');
    await here.press('Close');
    await here.press('To your calendar');
    await here.press('Save the file');
    expect(here.saved.map(({ name }) => name)).toEqual(['sendero-visits.ics']);
    const text = (await here.saved[0]!.text).replaceAll('\r\n ', '');
    const events = text.split('BEGIN:VEVENT').slice(1);
    const digs = events.filter((event) => event.includes('SUMMARY:Plant digs\\, Ditch Block'));
    expect(digs).toHaveLength(1);
    expect(digs[0]).toContain('DTSTART;VALUE=DATE:20270530');
    const ids = events.map((event) => /UID:(.*)/.exec(event)![1]);
    expect(new Set(ids).size).toBe(ids.length);
  });

  it('without a connection an address is not made, and the file is', async () => {
    const here = await openApp('/calendar');
    here.server.network.cut = true;
    await here.press('To your calendar');
    expect(
      await screen.findByText(/No connection: addresses are made when there is one/),
    ).toBeTruthy();
    expect(here.button('Save the file')).toBeTruthy();
  });
});
