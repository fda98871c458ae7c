/** All scripts and styles of the field in one file: their text by address. The build makes it: see web/pack.ts. */
export const PACK = 'assets/pack.json';
/** The cache in which tiles of background maps are kept for use without a signal. */
export const KEPT_TILES = 'sendero-background-maps';
/** So many of them missing are fetched together; fewer, one by one, as after most new versions. */
export const WORTH_THE_PACK = 40;

/** What is not needed in the field: charts, pictures from above, planning at the desk, rare letters. */
const LATER = /SpacingChart|pictureWorker|Monitor|Targets|Adviser|KeyList|latin-ext/;
/** Whether a file is kept behind those of the field. @example isForLater('assets/SpacingChart-1a2b3c4d.js') // true */
export const isForLater = (url: string): boolean => LATER.test(url);

/** Bytes of its SHA-256 that a file is told by. */
export const SUM_BYTES = 15;

/** A file of the build: its address, its version, and what its content must be. */
export interface AppFile {
  url: string;
  revision: string | null;
  sum?: string;
}

const TYPES: Record<string, RegExp> = {
  js: /^(text|application)\/javascript\b/,
  css: /^text\/css\b/,
  html: /^text\/html\b/,
  svg: /^image\/svg\+xml\b/,
  woff2: /^(font\/woff2|application\/octet-stream)\b/,
};

/**
 * Whether an answer is that file of the app and nothing else: a network's portal and a proxy answer any address with a page of their own, and say that
 * all is well.
 *
 * @example await isFile(await fetch('/assets/index-1a2b.js'), { url: 'assets/index-1a2b.js', revision: null, sum })
 */
export async function isFile(response: Response, { url, sum }: AppFile): Promise<boolean> {
  const type = TYPES[url.split('.').at(-1)!];
  if (!response.ok || response.redirected) return false;
  if (type && !type.test(response.headers.get('content-type') ?? '')) return false;
  if (sum === undefined) return true;
  const bytes = await response.clone().arrayBuffer();
  const hash = new Uint8Array(await crypto.subtle.digest('SHA-256', bytes)).subarray(0, SUM_BYTES);
  return btoa(String.fromCharCode(...hash)) === sum;
}
