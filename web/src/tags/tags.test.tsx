import { screen, waitFor } from '@testing-library/dom';
import { describe, expect, it } from 'vitest';
import { demoPlanting, openApp, plain } from '../app/wholeApp.testing.tsx';

const path = `/plantings/${demoPlanting('Long Forty').id}/tags`;
const line = (tag: string) => document.querySelector(`[data-tag="${tag}"]`);

describe('tagged plants', () => {
  it('one’s own weights are told from the plants of another year, beside those in use', async () => {
    await openApp(path);
    const own = await screen.findByRole('region', { name: 'Your own weights' });
    expect(plain(own.textContent)).toMatch(/From 48 tagged plants of 1 planting/);
    const one = plain(screen.getByTestId('weight-one').textContent);
    expect(one).toMatch(/^0\.\d\d \(95 %: .* to .*, \d+ plants\); in use: 0\.75$/);
    // Of plants two stages behind there were too few.
    expect(screen.getByTestId('weight-two').textContent).toMatch(/^too few plants; in use: 0/);
  });

  it('a tag is one plant’s: its name again is refused, whatever its letters, and stays typed', async () => {
    const here = await openApp(path);
    await here.press('Tag a late plant');
    await here.fill('On the tag', 'Blue 99');
    await here.press('Keep');
    await waitFor(() => expect(line('Blue 99')).not.toBeNull());
    await here.press('Tag a late plant');
    await here.fill('On the tag', ' blue 99 ');
    await here.press('Keep');
    expect(here.wrong('On the tag')).toMatch(/hangs on another plant here/);
    await here.press('Cancel');
    const tags = here.all('taggedPlant').filter(({ data }) => /^blue 99/i.test(data.tag));
    // With it the neighbour it stands beside.
    expect(tags.map(({ data }) => data.tag).sort()).toEqual(['Blue 99', 'Blue 99 N']);
  });

  it('a half-filled tag is found again', async () => {
    let here = await openApp(path);
    await here.press('Tag a late plant');
    await here.fill('On the tag', 'Blue 98');
    here = await here.reopen();
    await screen.findByLabelText(/^On the tag/);
    expect(here.value('On the tag')).toBe('Blue 98');
  });
});
