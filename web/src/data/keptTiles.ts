import type { Tile } from '@sendero/core';
import { KEPT_TILES } from '../keptFiles.ts';

/** Whether this browser can keep tiles: it needs a secure address (https, or this machine itself). */
export const canKeepTiles = () => 'caches' in globalThis;

const keyOf = (mapId: string, { z, x, y }: Tile) => `/kept-tiles/${mapId}/${z}/${x}/${y}`;

/** A tile that was kept on this device; null for none. */
export async function keptTile(mapId: string, tile: Tile): Promise<Blob | null> {
  if (!canKeepTiles()) return null;
  const kept = await (await caches.open(KEPT_TILES)).match(keyOf(mapId, tile));
  return kept ? kept.blob() : null;
}

/**
 * Keeps tiles on this device, four at a time; those that are there already are not fetched again.
 *
 * @param fetchTile @throws what it throws, after which the tiles so far stay; and when the signal is aborted
 */
export async function keepTiles(
  mapId: string,
  tiles: readonly Tile[],
  {
    fetchTile,
    onProgress,
    signal,
  }: {
    fetchTile(tile: Tile, signal: AbortSignal): Promise<Blob>;
    onProgress(done: number): void;
    signal: AbortSignal;
  },
): Promise<void> {
  const cache = await caches.open(KEPT_TILES);
  const waiting = [...tiles];
  let done = 0;
  const work = async () => {
    for (let tile = waiting.shift(); tile; tile = waiting.shift()) {
      signal.throwIfAborted();
      const key = keyOf(mapId, tile);
      if (!(await cache.match(key)))
        await cache.put(key, new Response(await fetchTile(tile, signal)));
      onProgress(++done);
    }
  };
  await Promise.all([work(), work(), work(), work()]);
}

/** How many of these tiles are kept. */
export async function countKept(mapId: string, tiles: readonly Tile[]): Promise<number> {
  if (!canKeepTiles()) return 0;
  const keys = await (await caches.open(KEPT_TILES)).keys();
  const kept = new Set(keys.map(({ url }) => new URL(url).pathname));
  return tiles.filter((tile) => kept.has(keyOf(mapId, tile))).length;
}

/** Takes tiles off this device; without a list, all of a map. */
export async function dropTiles(mapId: string, tiles?: readonly Tile[]): Promise<void> {
  if (!canKeepTiles()) return;
  const cache = await caches.open(KEPT_TILES);
  const own = tiles && new Set(tiles.map((tile) => keyOf(mapId, tile)));
  for (const request of await cache.keys()) {
    const path = new URL(request.url).pathname;
    if (own ? own.has(path) : path.startsWith(`/kept-tiles/${mapId}/`)) await cache.delete(request);
  }
}
