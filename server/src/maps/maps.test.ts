import { randomUUID } from 'node:crypto';
import { createServer, type RequestListener } from 'node:http';
import type { AddressInfo } from 'node:net';
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import { startTestServer, type TestPerson } from '../testing.ts';

let app: Awaited<ReturnType<typeof startTestServer>>;
let noor: TestPerson;
let answer: RequestListener;
let asked: string[] = [];
const service = createServer((request, response) => {
  asked.push(request.url ?? '');
  answer(request, response);
});
let at: string;
beforeAll(async () => {
  app = await startTestServer();
  ({ noor } = await app.workspace());
  await new Promise<void>((resolve) => service.listen(0, '127.0.0.1', resolve));
  at = `http://127.0.0.1:${(service.address() as AddressInfo).port}`;
});
afterAll(async () => {
  service.closeAllConnections();
  service.close();
  await app.close();
});
beforeEach(() => {
  asked = [];
  answer = (_request, response) => void response.end(PICTURE);
});

const PICTURE = Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a, 1, 2, 3]);

async function withMap(more: object = {}) {
  const id = randomUUID();
  await noor.put('backgroundMap', id, {
    name: `Aerial ${id.slice(0, 4)}`,
    service: 'xyz',
    address: `${at}/{z}/{x}/{y}.png?key=secret`,
    maxZoom: 18,
    ...more,
  });
  return id;
}

describe('tiles of a background map', () => {
  it('come through the server, as pictures that may be kept', async () => {
    const response = await noor.get(`/background-maps/${await withMap()}/3/5/1`);
    expect(response.status).toBe(200);
    expect(response.headers.get('content-type')).toBe('image/png');
    expect(response.headers.get('cache-control')).toBe('private, max-age=604800');
    expect(Buffer.from(await response.arrayBuffer())).toEqual(PICTURE);
    expect(asked).toEqual(['/3/5/1.png?key=secret']);
  });

  it('of a WMS are asked for by their square', async () => {
    const id = await withMap({ service: 'wms', address: `${at}/ows`, layers: 'aerial,roads' });
    expect((await noor.get(`/background-maps/${id}/1/1/0`)).status).toBe(200);
    expect(asked[0]).toMatch(/^\/ows\?.*LAYERS=aerial%2Croads.*BBOX=0%2C0%2C/);
  });

  it.each<[string, RequestListener]>([
    ['an error', (_request, response) => void response.writeHead(503).end()],
    ['a page', (_request, response) => void response.end('<ServiceException/>')],
    ['too much', (_request, response) => void response.end(Buffer.alloc(3 * 1024 * 1024))],
  ])('say why there are none: %s', async (_what, how) => {
    answer = how;
    const response = await noor.get(`/background-maps/${await withMap()}/3/5/1`);
    expect(response.status).toBe(502);
    expect(await response.json()).toMatchObject({ detail: expect.stringMatching(/\w{4}/) });
  });

  it('are for the people of the workspace, and of a map that is there', async () => {
    const id = await withMap();
    const { noor: stranger } = await app.workspace();
    expect((await stranger.get(`/background-maps/${id}/3/5/1`)).status).toBe(404);
    expect((await noor.get(`/background-maps/${randomUUID()}/3/5/1`)).status).toBe(404);
    expect((await noor.get(`/background-maps/${id}/99/5/1`)).status).toBe(404);
    expect(asked).toEqual([]);
  });
});
