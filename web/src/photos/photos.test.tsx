import { Blob as PlainBlob } from 'node:buffer';
import { screen, waitFor } from '@testing-library/dom';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { record, sown } from '../app/sown.testing.ts';
import { openApp, plain, type WholeApp } from '../app/wholeApp.testing.tsx';

/** What the canvas was asked to draw, and as how big a picture. */
const drawn = { width: 0, height: 0, type: '' };
/** Pictures of a camera; null: what was chosen is none. */
let camera: { width: number; height: number } | null = { width: 4000, height: 3000 };

beforeEach(() => {
  camera = { width: 4000, height: 3000 };
  vi.stubGlobal('createImageBitmap', async () => {
    if (!camera) throw new Error('no picture');
    return { ...camera, close: () => undefined };
  });
  vi.spyOn(HTMLCanvasElement.prototype, 'getContext').mockReturnValue({
    drawImage: (_: unknown, __: number, ___: number, width: number, height: number) =>
      Object.assign(drawn, { width, height }),
  } as never);
  vi.spyOn(HTMLCanvasElement.prototype, 'toBlob').mockImplementation((done, type) => {
    drawn.type = type!;
    done(new PlainBlob(['a small picture']) as unknown as Blob);
  });
});
afterEach(() => {
  vi.unstubAllGlobals();
  vi.restoreAllMocks();
});

/** The photos of a stop of a walk that goes on. */
async function photosOf() {
  const { planting, records } = sown('Curlew Long', { rows: 12 });
  const walk = record('walk', {
    plantingId: planting,
    purpose: 'stand',
    startedAt: '2027-05-27T09:00:00.000Z',
    startedOn: '2027-05-27',
    zoneOffsetMin: 0,
    finishedAt: null,
    planId: null,
    dugOn: null,
    method: 'everyRow',
    lengthM: 5,
    hoopDiameterM: null,
  });
  const stop = record('stop', { walkId: walk.id, ordinal: 1, travel: 'away', chosen: false });
  const here = await openApp(`/walks/${walk.id}/stops/${stop.id}/photos`, {
    phone: true,
    holding: [...records, walk, stop],
  });
  await screen.findByRole('heading', { level: 1, name: /^Photos, stop 1/ });
  return here;
}
const take = async (here: WholeApp) => {
  const [camera_] = document.querySelectorAll<HTMLInputElement>('input[type=file]');
  await here.user.upload(camera_!, new File(['a big picture'], 'row.jpg', { type: 'image/jpeg' }));
};
const kept = (here: WholeApp) =>
  here
    .all('observation')
    .map(({ data }) => data)
    .filter((data) => data.type === 'photo' && data.at > '2027-05-27T00');
/** Another device's photo of row 1 arrives, without its picture. */
const elsewhere = (here: WholeApp) =>
  here.device.put('observation', {
    stopId: /stops\/([^/]+)/.exec(here.address())![1]!,
    type: 'photo',
    row: 1,
    photoId: SOME,
    at: '2027-05-27T09:10:00.000Z',
    caption: '',
  });
const SOME = '019f0000-0000-7000-8000-0000000000c1';

describe('a photo taken at a stop', () => {
  it('is made small, kept on this device, and named by its row', async () => {
    const here = await photosOf();
    await here.choose('Planter row', '4');
    await take(here);
    expect(await screen.findByRole('img', { name: 'Row 4' })).toBeTruthy();
    // The long side is 1,600 px, the other in proportion: it travels over a weak network.
    expect(drawn).toEqual({ width: 1600, height: 1200, type: 'image/jpeg' });
    expect(kept(here)).toMatchObject([{ row: 4, of: null, side: null }]);
    await waitFor(() =>
      expect(plain(screen.getAllByRole('status')[0]!.textContent)).toMatch(/to send$|^All sent/),
    );
  });

  it('a picture that is small already is not made bigger', async () => {
    camera = { width: 640, height: 480 };
    const here = await photosOf();
    await take(here);
    await waitFor(() => expect(kept(here)).toHaveLength(1));
    expect(drawn).toMatchObject({ width: 640, height: 480 });
  });

  it('what is no picture is told so, and names nothing', async () => {
    camera = null;
    const here = await photosOf();
    await take(here);
    expect((await screen.findByRole('alert')).textContent).toBe(
      'This picture could not be kept: take it again, as JPEG or PNG.',
    );
    expect(kept(here)).toEqual([]);
    // The next one is taken all the same, and the message is gone.
    camera = { width: 800, height: 600 };
    await take(here);
    await waitFor(() => expect(kept(here)).toHaveLength(1));
    expect(screen.queryByRole('alert')).toBeNull();
  });

  it('deleted by a slip of the thumb it is brought back', async () => {
    const here = await photosOf();
    await take(here);
    await here.press(/^Delete: /);
    await waitFor(() => expect(kept(here)).toEqual([]));
    await here.press('Undo');
    await waitFor(() => expect(kept(here)).toHaveLength(1));
  });
});

describe('a photo that another device took', () => {
  it('comes from the server when it can be reached', async () => {
    const here = await photosOf();
    here.server.network.answers = (path) =>
      path.endsWith(`/photos/${SOME}`)
        ? new Response('picture', { headers: { 'content-type': 'image/jpeg' } })
        : null;
    await here.choose('Planter row', '1');
    expect(elsewhere(here)).toMatchObject({ ok: true });
    expect(await screen.findByRole('img', { name: 'Row 1' })).toBeTruthy();
  });

  it('without a connection it is said to be elsewhere, and keeps its place', async () => {
    const here = await photosOf();
    here.server.network.cut = true;
    await here.choose('Planter row', '1');
    expect(elsewhere(here)).toMatchObject({ ok: true });
    expect(await screen.findByText('Not on this device: it shows with a connection.')).toBeTruthy();
    expect(screen.queryByRole('img', { name: 'Row 1' })).toBeNull();
    expect(screen.getByRole('button', { name: 'Delete: Row 1' })).toBeTruthy();
  });
});
