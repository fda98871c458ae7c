import { createHash } from 'node:crypto';
import { describe, expect, it } from 'vitest';
import { isFile, SUM_BYTES } from './keptFiles.ts';

const text = 'export const app = 1;';
const sum = createHash('sha256').update(text).digest().subarray(0, SUM_BYTES).toString('base64');
const file = { url: 'assets/app-1a2b.js', revision: null, sum };
const answered = (body: string, type = 'text/javascript; charset=utf-8', status = 200) =>
  new Response(body, { status, headers: { 'content-type': type } });

describe('what is kept as a file of the app', () => {
  it('is that file, to the byte', async () =>
    expect(await isFile(answered(text), file)).toBe(true));
  it.each([
    ['a portal’s page', answered('<html>Sign in to this network</html>', 'text/html')],
    ['a portal’s page that says it is a script', answered('<html>Sign in</html>')],
    ['another version of it', answered('export const app = 2;')],
    ['an error', answered(text, 'text/javascript', 503)],
    [
      'what a redirect led to',
      Object.defineProperty(answered(text), 'redirected', { value: true }),
    ],
  ])('not %s', async (_, response) => expect(await isFile(response, file)).toBe(false));
  it('nor a start page of somebody else', async () =>
    expect(
      await isFile(answered('<html>Sign in</html>', 'text/html'), {
        url: 'index.html',
        revision: 'abc',
        sum,
      }),
    ).toBe(false));
});
