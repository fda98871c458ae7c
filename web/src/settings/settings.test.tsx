import { screen, waitFor } from '@testing-library/dom';
import { describe, expect, it } from 'vitest';
import { demoPlanting, openApp, plain } from '../app/wholeApp.testing.tsx';

const main = () => plain(screen.getByRole('main').textContent);

describe('settings', () => {
  it('units change every figure at once, and stay as they were for what was typed', async () => {
    const here = await openApp(`/plantings/${demoPlanting('Windmill East').id}`);
    expect(main()).toMatch(/\d in\b/);
    await here.visit('/settings');
    await here.press(/cm, hectares/, 'radio');
    await here.visit(`/plantings/${demoPlanting('Windmill East').id}`);
    expect(main()).toMatch(/\d cm\b/);
    expect(main()).not.toMatch(/\d in\b(?! \d)/);
    await here.press('Edit');
    expect(here.value('Row width')).toMatch(/in|cm/);
  });

  it('a comma as the mark before decimals is read and written everywhere', async () => {
    const here = await openApp('/settings');
    await here.choose('Mark before decimals', 'comma: 1,5');
    await here.mentions(/1\.250 is read as twelve hundred and fifty/);
    await here.visit('/convert');
    await here.fill('Figure', '1,5 in');
    await here.mentions(/3,81/);
    expect(here.all('workspace')[0]!.data.decimalMark).toBe(',');
  });

  it('weights of one’s own are for the whole workspace, and go back to the defaults', async () => {
    const here = await openApp('/settings');
    await here.mentions(/Defaults of this app, nobody’s research\./);
    await here.press('Weights');
    await here.fill('One leaf stage behind', '0.6');
    await here.press('Keep');
    await here.mentions(/Your own figures\./);
    expect(here.all('workspace')[0]!.data.weights).toMatchObject({ oneBehind: 0.6 });
    await here.press('Weights');
    await here.press('Back to the defaults');
    await here.mentions(/Defaults of this app, nobody’s research\./);
  });

  it('nobody becomes another person while something waits to be sent', async () => {
    const here = await openApp('/settings');
    const who = () => screen.getByLabelText<HTMLSelectElement>(/^Work as/);
    expect(who().disabled).toBe(false);
    await here.choose('Mark before decimals', 'comma: 1,5');
    await waitFor(() => expect(who().disabled).toBe(true));
    await here.mentions(/Possible when everything is sent\./);
    await here.device.syncOnce();
    await waitFor(() => expect(who().disabled).toBe(false));
  });

  it('a receiver at an address is remembered by the device, and given up again', async () => {
    const here = await openApp('/settings');
    await here.press('A receiver at an address', 'radio');
    await here.fill('Address of the receiver', 'http://127.0.0.1:9000/');
    expect(here.store.getState().preferences.receiver).toBe('http://127.0.0.1:9000/');
    await here.press('This device', 'radio');
    expect(here.store.getState().preferences.receiver).toBe('');
  });
});
