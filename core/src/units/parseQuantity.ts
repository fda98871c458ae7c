import { toSi, UNITS, type Dimension, type Unit, type UnitName } from './unitTable.ts';

export type Parsed = { ok: true; value: number } | { ok: false; problem: string };

const VULGAR: Record<string, string> = {
  '½': '1/2',
  '¼': '1/4',
  '¾': '3/4',
  '⅛': '1/8',
  '⅜': '3/8',
  '⅝': '5/8',
  '⅞': '7/8',
  '⅓': '1/3',
  '⅔': '2/3',
  '⅕': '1/5',
  '⅖': '2/5',
  '⅗': '3/5',
  '⅘': '4/5',
  '⅙': '1/6',
  '⅚': '5/6',
};

const EXAMPLES: Record<Dimension, string> = {
  length: '1 3/4", 17 ft 5 in or 4.4 cm',
  area: '80 ac or 32 ha',
  population: '32k, 32,000/ac or 79 000/ha',
  share: '95 %',
  temperature: '50 °F or 10 °C',
  mass: '2,000 lb or 900 kg',
  massRate: '90 lb/ac or 100 kg/ha',
  seedSize: '2,800 seeds/lb or 6200 seeds/kg',
};

/** One number with an optional fraction and an optional unit; used repeatedly for "17 ft 5 1/2 in". */
const PART =
  /^(?:(?<topAlone>\d+)\s*\/\s*(?<bottomAlone>\d+)|(?<number>\d+(?:\.\d+)?|\.\d+)(?:(?:\s+|-)(?<top>\d+)\s*\/\s*(?<bottom>\d+))?)\s*(?<thousand>k(?![a-z]))?\s*(?<unit>[^\d\s.+-][^\d.+-]*(?:(?<=m|ft)2(?!\d))?)?/i;

const WORDS = Object.entries(UNITS).flatMap(([name, unit]) =>
  unit.words.map((word) => [word, name as UnitName] as const),
);

function unitCalled(word: string, dimension: Dimension): UnitName | undefined {
  const wanted = word.toLowerCase().replace(/\s+/g, ' ').replace(/^\/ /, '/').trim();
  return WORDS.find(
    ([known, name]) => known === wanted && UNITS[name].dimension === dimension,
  )?.[1];
}

/** Vulgar fractions, thousands separators (32,000 · 79 000) and decimal commas (4,4) in one plain notation. */
function plainNotation(text: string): string {
  return text
    .replace(/[½¼¾⅛⅜⅝⅞⅓⅔⅕⅖⅗⅘⅙⅚]/g, (sign) => ` ${VULGAR[sign]}`)
    .replace(/⁄/g, '/')
    .replace(/(\d)[,\s\u00a0\u2009\u202f](?=\d{3}(?!\d|\s*\/\s*\d))/g, '$1')
    .replace(/(\d),(\d)/g, '$1.$2')
    .trim();
}

/**
 * Reads a quantity as people write it: `1 3/4"`, `1¾ in`, `1.75`, `17'5"`, `17 ft 5 in`, `4.4 cm`,
 * `32k`, `32,000/ac`, `79 000 /ha`, `95 %`.
 *
 * @param text what was typed
 * @param dimension what is asked for
 * @param unit unit meant when none is written
 * @returns the SI value, or the problem in words that say what to write instead
 * @example parseQuantity('1 3/4"', 'length', 'cm') // { ok: true, value: 0.04445 }
 */
export function parseQuantity(text: string, dimension: Dimension, unit: UnitName): Parsed {
  const problem = (what: string): Parsed => ({
    ok: false,
    problem: `${what} Write it like ${EXAMPLES[dimension]}.`,
  });
  if ((UNITS[unit] as Unit).dimension !== dimension)
    throw new RangeError(`unit must measure ${dimension}, got ${unit}`);
  let rest = plainNotation(text);
  if (rest === '') return problem('Nothing is entered.');
  let negative = false;
  if (/^[-−]/.test(rest)) {
    negative = true;
    rest = rest.slice(1).trim();
  }
  let total = 0;
  let previousFactor = Infinity;
  for (let part = 0; rest !== ''; part++) {
    const match = PART.exec(rest);
    if (!match?.groups) return problem(`“${text}” is not a number with a unit.`);
    const {
      number = '0',
      topAlone,
      bottomAlone,
      top = topAlone ?? '0',
      bottom = bottomAlone ?? '1',
      thousand,
      unit: word,
    } = match.groups;
    if (Number(bottom) === 0) return problem('A fraction cannot have 0 below the line.');
    const named = word === undefined ? undefined : unitCalled(word, dimension);
    if (word !== undefined && named === undefined)
      return problem(`“${word.trim()}” is not a unit of ${dimension}.`);
    // "17' 5" means inches after feet; otherwise a bare number takes the unit asked for.
    const used = named ?? (part > 0 && previousFactor === UNITS.ft.factor ? 'in' : unit);
    const factor = UNITS[used].factor;
    if (part > 0 && (dimension !== 'length' || factor >= previousFactor))
      return problem(`“${text}” has more than one number.`);
    const amount = (Number(number) + Number(top) / Number(bottom)) * (thousand ? 1000 : 1);
    total +=
      part === 0 ? toSi(negative ? -amount : amount, used) : (negative ? -1 : 1) * amount * factor;
    previousFactor = factor;
    rest = rest.slice(match[0].length).trim();
  }
  return Number.isFinite(total) ? { ok: true, value: total } : problem(`“${text}” is too large.`);
}
