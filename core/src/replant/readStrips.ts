import { figureIn } from '../units/index.ts';

export type ReadStrips =
  { ok: true; strips: { plantsPerM2: number; share: number }[] } | { ok: false; problem: string };

const LEAST = 2;

/**
 * One's own strips from a file: a line each, its stand and its yield, in any unit of yield as long as it is one. Each yield is held against
 * that of the fullest stand.
 *
 * @param lines split into cells; a first line without figures is a heading; @param toPerM2 what one of its stands is in plants per m²
 * @example readStrips([['18', '165'], ['32', '201']], 1000 / ACRE_M2)
 */
export function readStrips(lines: readonly (readonly string[])[], toPerM2: number): ReadStrips {
  const wrong = (problem: string): ReadStrips => ({ ok: false, problem });
  const filled = lines.filter((line) => line.some((cell) => cell.trim() !== ''));
  const heading = filled[0]?.every((cell) => figureIn(cell) === null) ? 1 : 0;
  const strips: { plantsPerM2: number; yielded: number }[] = [];
  for (const [i, line] of filled.slice(heading).entries()) {
    const [stand, yielded] = [figureIn(line[0]), figureIn(line[1])];
    if (stand === null || stand <= 0)
      return wrong(`Strip ${i + 1}: “${line[0] ?? ''}” is no stand above zero.`);
    if (yielded === null || yielded < 0)
      return wrong(`Strip ${i + 1}: “${line[1] ?? ''}” is no yield of 0 or more.`);
    strips.push({ plantsPerM2: stand * toPerM2, yielded });
  }
  if (strips.length < LEAST)
    return wrong('Strips need a line each with their stand and their yield: two strips or more.');
  const fullest = strips.reduce((most, one) => (one.plantsPerM2 > most.plantsPerM2 ? one : most));
  if (fullest.yielded <= 0) return wrong('The fullest stand must have a yield above zero.');
  return {
    ok: true,
    strips: strips.map(({ plantsPerM2, yielded }) => ({
      plantsPerM2,
      share: Math.min(1, yielded / fullest.yielded),
    })),
  };
}
