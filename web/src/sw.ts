import { isFile, isForLater, KEPT_TILES, PACK, WORTH_THE_PACK, type AppFile } from './keptFiles.ts';

declare const self: ServiceWorkerGlobalScope & {
  /** Every file of this build with its version, put in by the build. */
  __WB_MANIFEST: AppFile[];
};

/**
 * Keeps the app on the device. What a stand walk needs comes first, in one file where most of it is missing; the rest follows
 * one by one in the background. A piece that fails to download holds nothing up: it is fetched when it is asked for, or
 * the next time round. Nothing is kept that is not the very file of this build, and what was kept is looked over at each start.
 */
const FILES = self.__WB_MANIFEST;
const CACHE = 'sendero-app';
const addressOf = (url: string) => new URL(url, self.location.origin).href;
/** Files whose name says their content never change; the start page is kept under its build. */
const keyOf = ({ url, revision }: AppFile) =>
  revision === null || url.startsWith('assets/')
    ? addressOf(url)
    : `${addressOf(url)}?build=${revision}`;
const BY_ADDRESS = new Map(FILES.map((file) => [addressOf(file.url), file]));
const START = FILES.find(({ url }) => url === 'index.html')!;

async function missing(cache: Cache, files: readonly AppFile[]): Promise<AppFile[]> {
  const kept = new Set((await cache.keys()).map(({ url }) => url));
  return files.filter((file) => !kept.has(keyOf(file)));
}

/** What was kept has been checked since this worker started. */
let healed = false;

/** Deletes what is kept in a file's place and is not that file. */
async function heal(cache: Cache): Promise<void> {
  if (healed) return;
  healed = true;
  for (const file of FILES) {
    const kept = await cache.match(keyOf(file));
    if (kept && !(await isFile(kept, file))) await cache.delete(keyOf(file));
  }
}

/** Most of the app in one request. What is not in it, or not in this build, is left to be fetched by itself. */
async function keepPack(cache: Cache, files: readonly AppFile[]): Promise<void> {
  try {
    const response = await fetch(addressOf(PACK), { cache: 'no-cache' });
    if (!response.ok || response.redirected) return;
    const texts = (await response.json()) as Record<string, string>;
    await Promise.all(
      files.map(async (file) => {
        const text = texts[file.url];
        if (text === undefined) return;
        const type = file.url.endsWith('.css') ? 'text/css' : 'text/javascript';
        const headers = { 'content-type': `${type}; charset=utf-8` };
        const made = new Response(text, { headers });
        if (await isFile(made, file)) await cache.put(keyOf(file), made);
      }),
    );
  } catch {
    // No signal just now: see above.
  }
}

async function keep(files: readonly AppFile[]): Promise<void> {
  const cache = await caches.open(CACHE);
  await heal(cache);
  const absent = await missing(cache, files);
  if (absent.length > WORTH_THE_PACK) await keepPack(cache, absent);
  for (const file of await missing(cache, absent)) {
    try {
      const response = await fetch(addressOf(file.url), { cache: 'no-cache' });
      if (await isFile(response, file)) await cache.put(keyOf(file), response);
    } catch {
      // No signal just now: see above.
    }
  }
}

/** Whether another build's start page is kept that is none of ours: whoever opens the app would see that, and no offer of this build. */
async function isStartBroken(cache: Cache): Promise<boolean> {
  const own = keyOf(START);
  const others = (await cache.keys()).filter(
    ({ url }) => url.startsWith(addressOf(START.url)) && url !== own,
  );
  const texts = await Promise.all(
    others.map(async (other) => (await (await cache.match(other))?.text()) ?? ''),
  );
  return texts.some((text) => !text.includes('id="root"'));
}

self.addEventListener('install', (event) => {
  const first = FILES.filter(({ url }) => !isForLater(url));
  event.waitUntil(
    keep(first).then(async () => {
      // Without its start page this build could not start offline: then the one before stays.
      const cache = await caches.open(CACHE);
      if (!(await cache.match(keyOf(START))))
        throw new Error('the start page could not be fetched');
      if (await isStartBroken(cache)) await self.skipWaiting();
    }),
  );
});

self.addEventListener('activate', (event) => {
  event.waitUntil(
    (async () => {
      const cache = await caches.open(CACHE);
      const own = new Set(FILES.map(keyOf));
      for (const { url } of await cache.keys()) if (!own.has(url)) await cache.delete(url);
      // The app of before kept its files elsewhere.
      for (const name of await caches.keys())
        if (name !== CACHE && name !== KEPT_TILES) await caches.delete(name);
      // The page of a first visit too takes its pieces from here, when it has left the network before they were asked for.
      await self.clients.claim();
    })(),
  );
});

self.addEventListener('message', ({ data }: ExtendableMessageEvent) => {
  if ((data as { type?: string } | null)?.type === 'SKIP_WAITING') void self.skipWaiting();
  if ((data as { type?: string } | null)?.type === 'KEEP_THE_REST') void keep(FILES);
});

self.addEventListener('fetch', (event) => {
  const { request } = event;
  const url = new URL(request.url);
  if (request.method !== 'GET' || url.origin !== self.location.origin) return;
  if (url.pathname.startsWith('/api/')) return;
  const file = request.mode === 'navigate' ? START : BY_ADDRESS.get(url.origin + url.pathname);
  if (!file) return;
  event.respondWith(
    (async () => {
      const cache = await caches.open(CACHE);
      const kept = await cache.match(keyOf(file));
      if (kept && (file !== START || (await isFile(kept, file)))) return kept;
      const response = await fetch(request);
      if (await isFile(response, file)) await cache.put(keyOf(file), response.clone());
      return response;
    })(),
  );
});
