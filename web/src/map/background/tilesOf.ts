import type { Tile } from '@sendero/core';
import type ImageTile from 'ol/ImageTile.js';
import XYZ from 'ol/source/XYZ.js';
import TileState from 'ol/TileState.js';
import { RoadProblem } from '../../data/road.ts';

/**
 * Tiles of a background map for a layer of the map.
 *
 * @param onTrouble told why tiles are missing, and null once they come again
 */
export function tilesOf(
  { id, maxZoom }: { id: string; maxZoom: number },
  {
    fetchTile,
    onTrouble,
  }: { fetchTile(tile: Tile): Promise<Blob>; onTrouble(says: string | null): void },
): XYZ {
  return new XYZ({
    // Names the tile; where it comes from is up to `fetchTile`.
    url: `${id}/{z}/{x}/{y}`,
    maxZoom,
    tileLoadFunction: (made) => {
      const tile = made as ImageTile;
      const [z, x, y] = tile.getTileCoord() as [number, number, number];
      fetchTile({ z, x, y }).then(
        (blob) => {
          const image = tile.getImage() as HTMLImageElement;
          const address = URL.createObjectURL(blob);
          image.addEventListener('load', () => URL.revokeObjectURL(address), { once: true });
          image.src = address;
          onTrouble(null);
        },
        (error: unknown) => {
          tile.setState(TileState.ERROR);
          onTrouble(inWords(error));
        },
      );
    },
  });
}

const inWords = (error: unknown): string =>
  error instanceof RoadProblem && error.trouble !== 'noNetwork'
    ? `Background map: ${error.message}`
    : 'No signal: the background map shows where its area was kept on this device.';
