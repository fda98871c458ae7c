import { isForLater, PACK, WORTH_THE_PACK } from './keptFiles.ts';

declare const self: ServiceWorkerGlobalScope & {
  /** Every file of this build with its version, put in by the build. */
  __WB_MANIFEST: { url: string; revision: string | null }[];
};

/**
 * Keeps the app on the device. What a stand walk needs comes first, in one file where most of it is missing; the rest follows
 * one by one in the background. A piece that fails to download holds nothing up: it is fetched when it is asked for, or
 * the next time round.
 */
const FILES = self.__WB_MANIFEST;
const CACHE = 'sendero-app';
const addressOf = (url: string) => new URL(url, self.location.origin).href;
/** Files whose name says their content never change; the start page is kept under its build. */
const keyOf = ({ url, revision }: { url: string; revision: string | null }) =>
  revision === null || url.startsWith('assets/')
    ? addressOf(url)
    : `${addressOf(url)}?build=${revision}`;
const BY_ADDRESS = new Map(FILES.map((file) => [addressOf(file.url), file]));
const START = FILES.find(({ url }) => url === 'index.html')!;

async function missing(cache: Cache, files: typeof FILES): Promise<typeof FILES> {
  const kept = new Set((await cache.keys()).map(({ url }) => url));
  return files.filter((file) => !kept.has(keyOf(file)));
}

/** Most of the app in one request. What is not in it, or not in this build, is left to be fetched by itself. */
async function keepPack(cache: Cache, files: typeof FILES): Promise<void> {
  try {
    const response = await fetch(addressOf(PACK), { cache: 'no-cache' });
    if (!response.ok) return;
    const texts = (await response.json()) as Record<string, string>;
    await Promise.all(
      files.map(async (file) => {
        const text = texts[file.url];
        if (text === undefined) return;
        const type = file.url.endsWith('.css') ? 'text/css' : 'text/javascript';
        const headers = { 'content-type': `${type}; charset=utf-8` };
        await cache.put(keyOf(file), new Response(text, { headers }));
      }),
    );
  } catch {
    // No signal just now: see above.
  }
}

async function keep(files: typeof FILES): Promise<void> {
  const cache = await caches.open(CACHE);
  const absent = await missing(cache, files);
  if (absent.length > WORTH_THE_PACK) await keepPack(cache, absent);
  for (const file of await missing(cache, absent)) {
    try {
      const response = await fetch(addressOf(file.url), { cache: 'no-cache' });
      if (response.ok) await cache.put(keyOf(file), response);
    } catch {
      // No signal just now: see above.
    }
  }
}

self.addEventListener('install', (event) => {
  const first = FILES.filter(({ url }) => !isForLater(url));
  event.waitUntil(
    keep(first).then(async () => {
      // Without its start page this build could not start offline: then the one before stays.
      const cache = await caches.open(CACHE);
      if (!(await cache.match(keyOf(START))))
        throw new Error('the start page could not be fetched');
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
      for (const name of await caches.keys()) if (name !== CACHE) await caches.delete(name);
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
      if (kept) return kept;
      const response = await fetch(request);
      if (response.ok) await cache.put(keyOf(file), response.clone());
      return response;
    })(),
  );
});
