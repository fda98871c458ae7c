import type { Position } from '@sendero/core';
import { register } from 'ol/proj/proj4.js';
import { transformExtent } from 'ol/proj.js';
import proj4 from 'proj4';

type Box = [number, number, number, number];

/** A projection the app knows: degrees, the map's own, and the zones of UTM. */
function definitionOf(code: number): string | null {
  const utm = (zone: number, south = false) =>
    `+proj=utm +zone=${zone} ${south ? '+south ' : ''}+datum=WGS84 +units=m +no_defs`;
  if (code > 32600 && code <= 32660) return utm(code - 32600);
  if (code > 32700 && code <= 32760) return utm(code - 32700, true);
  // North America's own: within a few metres.
  if (code > 26900 && code <= 26923) return utm(code - 26900);
  return null;
}

/** Makes a projection known to the map, where it is one that the app knows. @example knowProjection('EPSG:32609') // true */
export function knowProjection(name: string): boolean {
  if (name === 'EPSG:4326' || name === 'EPSG:3857') return true;
  const definition = definitionOf(Number(name.replace('EPSG:', '')));
  if (!definition) return false;
  proj4.defs(name, definition);
  register(proj4);
  return true;
}

/** Further from the field than this, a picture is of another place, degrees. */
const ELSEWHERE = 1;

/**
 * In which projection the corners of a picture make sense: in the one it names, else in the one that lays it on the field.
 * @returns null when none does
 */
export function projectionOf(box: Box, named: string | null, field: Position): string | null {
  const [longitude, latitude] = field;
  const zone = Math.floor((longitude + 180) / 6) + 1;
  const candidates = named
    ? [named]
    : ['EPSG:4326', 'EPSG:3857', `EPSG:${(latitude < 0 ? 32700 : 32600) + zone}`];
  return (
    candidates.find((name) => {
      if (!knowProjection(name)) return false;
      const [west, south, east, north] = transformExtent(box, name, 'EPSG:4326') as Box;
      return (
        [west, south, east, north].every(Number.isFinite) &&
        Math.abs((west + east) / 2 - longitude) < ELSEWHERE &&
        Math.abs((south + north) / 2 - latitude) < ELSEWHERE
      );
    }) ?? null
  );
}
