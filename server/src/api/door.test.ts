import { request, type IncomingMessage } from 'node:http';
import { KIND_NAMES } from '@sendero/core';
import fc from 'fast-check';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { PLANTING, WALK, count, startTestServer, walkedField } from '../testing.ts';

let app: Awaited<ReturnType<typeof startTestServer>>;
beforeAll(async () => void (app = await startTestServer()));
afterAll(() => app.close());

describe('the door', () => {
  it('asks to sign in', async () => {
    const response = await fetch(`${app.url}/changes`);
    expect(response.status).toBe(401);
    expect(response.headers.get('content-type')).toMatch(/problem\+json/);
    expect(await response.json()).toMatchObject({ detail: expect.stringMatching(/Sign in again/) });
  });

  it.each([
    ['/changes?after=-1'],
    ['/changes?after=x'],
    ['/changes?season=99999'],
    ['/changes?after=1&after=2'],
  ])('%s is a bad parameter, said plainly', async (path) => {
    const { noor } = await app.workspace();
    const response = await noor.get(path);
    expect(response.status).toBe(400);
    expect(((await response.json()) as { detail: string }).detail).toMatch(/whole number/);
  });

  it.each([
    ['a name of somebody else’s', { host: 'evil.example' }, 'GET', 421],
    ['what is no name', { host: 'two words' }, 'GET', 421],
    ['another site’s page', { origin: 'https://evil.example' }, 'POST', 403],
    ['a page of no site', { origin: 'null' }, 'POST', 403],
  ])('does not answer %s', async (_, headers, method, status) => {
    const { hostname, port } = new URL(app.url);
    const answer = await new Promise<IncomingMessage>((resolve, reject) =>
      request({ hostname, port, path: '/api/v1/session', method, headers }, resolve)
        .on('error', reject)
        .end(),
    );
    answer.resume();
    expect(answer.statusCode).toBe(status);
    expect(answer.headers['content-type']).toMatch(/problem\+json/);
  });

  it('lets no cache keep what it tells', async () => {
    const { noor } = await app.workspace();
    for (const path of ['/changes', '/session'])
      expect((await noor.get(path)).headers.get('cache-control')).toBe('no-store');
  });

  it('describes itself', async () => {
    const document = (await (await fetch(`${app.url}/openapi.json`)).json()) as {
      openapi: string;
      paths: Record<string, unknown>;
      components: { schemas: Record<string, { required?: string[] }> };
    };
    expect(document.openapi).toBe('3.1.0');
    expect(document.components.schemas.plantingData!.required).toContain('plantedOn');
    for (const path of ['photos/{id}', 'plantings/{plantingId}/planter-logs'])
      expect(Object.keys(document.paths)).toContain(`/api/v1/${path}`);
  });

  it('never answers 500, whatever is sent', { timeout: 120_000 }, async () => {
    const { noor } = await app.workspace();
    const ids = await walkedField(noor);
    const id = fc.oneof(fc.constantFrom(...Object.values(ids)), fc.uuid());
    const odd = fc.oneof(
      fc.jsonValue(),
      fc.string({ unit: 'binary' }),
      fc.double(),
      fc.bigInt().map(Number),
      fc.constantFrom('0000-01-01T00:00:00Z', '9999-12-31', '\u0000', '\ud800', -0, 1e308),
    );
    const data = fc.oneof(
      odd,
      fc.record({
        ...Object.fromEntries(
          Object.entries({ ...PLANTING, fieldId: ids.field }).map(([name, value]) => [
            name,
            fc.oneof({ weight: 8, arbitrary: fc.constant(value) }, { weight: 1, arbitrary: odd }),
          ]),
        ),
      }),
      fc.record({
        ...Object.fromEntries(
          Object.entries({ ...WALK, plantingId: ids.planting }).map(([name, value]) => [
            name,
            fc.oneof({ weight: 8, arbitrary: fc.constant(value) }, { weight: 1, arbitrary: odd }),
          ]),
        ),
      }),
      fc.record({
        ...Object.fromEntries(
          Object.entries(count(ids.stop, 3)).map(([name, value]) => [
            name,
            fc.oneof({ weight: 8, arbitrary: fc.constant(value) }, { weight: 1, arbitrary: odd }),
          ]),
        ),
      }),
    );
    const change = fc.record({
      op: fc.constantFrom('put', 'delete', 'restore'),
      kind: fc.constantFrom(...KIND_NAMES),
      id,
      baseRevision: fc.nat(3),
      data,
    });
    const commit = fc.record({
      id: fc.uuid(),
      madeAt: fc.oneof(
        { weight: 6, arbitrary: fc.constant('2027-05-26T13:00:00.000Z') },
        { weight: 1, arbitrary: odd },
      ),
      changes: fc.array(change, { minLength: 1, maxLength: 4 }),
    });
    const body = fc.oneof(
      {
        weight: 6,
        arbitrary: fc
          .record({ commits: fc.array(commit, { minLength: 1, maxLength: 4 }) })
          .map((value) => JSON.stringify(value)),
      },
      { weight: 1, arbitrary: odd.map((value) => JSON.stringify(value) ?? '') },
      { weight: 1, arbitrary: fc.string() },
    );
    await fc.assert(
      fc.asyncProperty(body, async (sent) => {
        expect((await noor.post('/commits', sent)).status).toBeLessThan(500);
        expect((await noor.get('/changes')).status).toBe(200);
      }),
      { numRuns: 200 },
    );
  });

  it('a CSV of letters is refused with a problem that says so', async () => {
    const { noor } = await app.workspace();
    const response = await noor.post('/commits', 'row,count\nfour,many');
    expect(response.status).toBe(400);
    expect(((await response.json()) as { detail: string }).detail).toMatch(/well-formed JSON/);
  });
});

describe('much at once', () => {
  it('a hundred large bodies of people who are signed in leave the server well', async () => {
    const { noor } = await app.workspace();
    const body = JSON.stringify({ commits: [{ id: 'x', note: 'n'.repeat(1_900_000) }] });
    const all = Array.from({ length: 100 }, () => noor.post('/commits', body));
    expect((await fetch(`${app.url}/health`)).status).toBe(200);
    const statuses = new Set((await Promise.all(all)).map(({ status }) => status));
    expect([...statuses].every((status) => [200, 503].includes(status))).toBe(true);
  });
  it('a body of more than two megabytes is refused, and nothing of it is read on', async () => {
    const { noor } = await app.workspace();
    const body = JSON.stringify({ commits: [{ id: 'x', note: 'n'.repeat(2_100_000) }] });
    expect((await noor.post('/commits', body)).status).toBe(413);
  });
  it('a stranger who goes on sending is cut off', async () => {
    const { hostname, port } = new URL(app.url);
    const ended = await new Promise<string>((resolve) => {
      const sending = request({
        hostname,
        port,
        path: '/api/v1/commits',
        method: 'POST',
        headers: { 'content-length': '1000000', 'content-type': 'application/json' },
      });
      sending.on('response', (answer) => answer.resume());
      sending.on('error', () => resolve('cut off'));
      sending.on('close', () => resolve('cut off'));
      sending.write('{"commits":[');
      setTimeout(() => resolve('still open'), 5000).unref();
    });
    expect(ended).toBe('cut off');
  });
});
