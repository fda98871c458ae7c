import { toSi, UNITS, type Dimension, type Unit, type UnitName } from './unitTable.ts';

/**
 * What was read. `other`: what it says if its mark is meant the other way; `unsure` when nothing tells which
 * is meant, so that a person has to be asked. `readAs`: the unit that was taken in place of the one asked for. `instead`: what it says if its mark is
 * meant the other way, where what it says is impossible.
 */
export type Parsed =
  | { ok: true; value: number; other?: number; unsure?: true; readAs?: UnitName }
  | { ok: false; problem: string; instead?: number };

/** Mark between the whole and the decimals of a number; the other one parts thousands. */
export type DecimalMark = '.' | ',';

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
  speed: '5 mph or 8 km/h',
  heat: '115 °F·d or 64 °C·d',
  mass: '2,000 lb or 900 kg',
  density: '57 lb/bu or 74 kg/hL',
  massRate: '90 lb/ac or 100 kg/ha',
  cornYield: '200 bu/ac or 12.5 t/ha',
  cornMass: '1,200 bu or 30 t',
  beanMass: '1,200 bu or 33 t',
  cornPrice: '4.20/bu or 165/t',
  moneyPerArea: '45/ac or 110/ha',
  beanPrice: '10.50/bu or 385/t',
  beanYield: '60 bu/ac or 4 t/ha',
  seedSize: '2,800 seeds/lb or 6200 seeds/kg',
};

/** What is measured, where its name is no word. */
const CALLED: Partial<Record<Dimension, string>> = {
  massRate: 'a seeding rate',
  cornYield: 'yield',
  beanYield: 'yield',
  cornMass: 'grain',
  beanMass: 'grain',
  cornPrice: 'price',
  beanPrice: 'price',
  moneyPerArea: 'money on an area',
  seedSize: 'seed size',
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

/** Vulgar fractions and thin spaces in one plain notation; a full stop at the end of a number or a unit is none. */
const plainSigns = (text: string) =>
  text
    .replace(/[½¼¾⅛⅜⅝⅞⅓⅔⅕⅖⅗⅘⅙⅚]/g, (sign) => ` ${VULGAR[sign]}`)
    .replace(/⁄/g, '/')
    .replace(/(\d)[\u00a0\u2009\u202f](?=\d{3}(?!\d))/g, '$1')
    .replace(/(\d)[\s\u00a0\u2009\u202f](?=\d{3}(?![\d.,]|\s*\/\s*\d))/g, '$1')
    .replace(/([\da-z])[.](?=\s|\d*\s*$(?<![.]\d+\s*))/gi, '$1')
    .trim();

/**
 * A number with its marks in the plain notation, 1234.5; null when it cannot be one number.
 * @returns also the other way its one mark could be meant
 */
function plainNumber(
  token: string,
  decimal: DecimalMark,
): { plain: string; other?: string } | null {
  const marks = token.match(/[.,]/g) ?? [];
  if (marks.length === 0) return { plain: token };
  const last = marks.at(-1)!;
  const [whole, ...groups] = token.split(/[.,]/) as [string, ...string[]];
  const thousands = whole !== '' && whole.length <= 3 && !/^0/.test(whole);
  const grouped = (all: readonly string[]) =>
    thousands && all.every((group) => group.length === 3) ? whole + all.join('') : null;
  if (new Set(marks).size > 1) {
    // 1.250,5 or 1,250.5: the last mark, used once, stands before the decimals.
    if (marks.filter((mark) => mark === last).length > 1) return null;
    const front = grouped(groups.slice(0, -1));
    return front === null ? null : { plain: `${front}.${groups.at(-1)}` };
  }
  if (marks.length > 1) {
    const all = grouped(groups);
    return all === null ? null : { plain: all };
  }
  const decimals = `${whole === '' ? '0' : whole}.${groups[0]}`;
  const all = grouped(groups);
  if (all === null) return { plain: decimals };
  return last === decimal ? { plain: decimals, other: all } : { plain: all, other: decimals };
}

/** The whole text with each number plain, as meant and as it could be meant otherwise; null when one is none. */
function plainNotation(
  text: string,
  decimal: DecimalMark,
): { plain: string; other?: string } | null {
  const signs = plainSigns(text);
  let broken = false;
  const replaced = (which: 'plain' | 'other') =>
    signs.replace(/\d*(?:[.,]\d+)+|\d+/g, (token) => {
      const found = plainNumber(token, decimal);
      if (!found) broken = true;
      return found ? (found[which] ?? found.plain) : token;
    });
  const [plain, other] = [replaced('plain'), replaced('other')];
  if (broken) return null;
  return other === plain ? { plain } : { plain, other };
}

/**
 * Reads a quantity as people write it: `1 3/4"`, `1¾ in`, `1.75`, `17'5"`, `17 ft 5 in`, `4.4 cm`,
 * `32k`, `32,000/ac`, `79 000 /ha`, `95 %`.
 *
 * @param text what was typed
 * @param dimension what is asked for
 * @param unit unit meant when none is written
 * @param decimal mark before decimals where a number can be read both ways: 1,250
 * @returns the SI value, or the problem in words that say what to write instead
 * @example parseQuantity('1 3/4"', 'length', 'cm') // { ok: true, value: 0.04445 }
 */
export function parseQuantity(
  text: string,
  dimension: Dimension,
  unit: UnitName,
  decimal: DecimalMark = '.',
): Parsed {
  const problem = (what: string): Parsed => ({
    ok: false,
    problem: `${what} Write it like ${EXAMPLES[dimension]}.`,
  });
  if ((UNITS[unit] as Unit).dimension !== dimension)
    throw new RangeError(`unit must measure ${dimension}, got ${unit}`);
  if (text.trim() === '') return problem('Nothing is entered.');
  const written = plainNotation(text.replace(MONEY_SIGN, ''), decimal);
  if (!written)
    return problem(
      `“${shortened(text)}” has more than one number: put a space after each comma of a list.`,
    );
  const found = readPlain(written.plain, text, dimension, unit, problem);
  if (!found.ok) return found;
  const field = PER_FIELD_AREA[unit];
  if (field && found.value >= toSi(field.from, unit) && !/[a-z²]/i.test(text.replace(/k\s*$/i, '')))
    return {
      ok: true,
      value: toSi(found.value / UNITS[unit].factor, field.unit),
      other: found.value,
      unsure: true,
      readAs: field.unit,
    };
  // 34 of an acre is said for 34,000.
  if (IN_THOUSANDS.has(unit) && /^[\d.,\s]+$/.test(text.trim()) && found.value > 0) {
    const thousands = found.value * 1000;
    if (found.value < toSi(1000, unit)) return { ok: true, value: thousands, readAs: unit };
  }
  const other =
    written.other === undefined ? null : readPlain(written.other, text, dimension, unit, problem);
  // A share of one, without its sign: 0.05 may be 5 % or 0.05 %.
  if (dimension === 'share' && /[.,]/.test(text) && !/%|percent/i.test(text) && found.value <= 0.01)
    return { ok: true, value: found.value * 100, other: found.value, unsure: true };
  return other?.ok ? { ...found, other: other.value } : found;
}

/** Before a price or a cost; the money itself is the workspace’s. */
const MONEY_SIGN = /^\s*(?:US\$|A\$|C\$|R\$|[$€£¥])\s*(?=[\d.,-])/;

/** Rates of which a number below a thousand is said in thousands. */
const IN_THOUSANDS: ReadonlySet<UnitName> = new Set(['perAc', 'perHa']);

/** From so many plants on a small area on, a bare number is meant for an acre or a hectare: nobody sows as many. */
const PER_FIELD_AREA: Partial<Record<UnitName, { from: number; unit: UnitName }>> = {
  perFt2: { from: 1000, unit: 'perAc' },
  perM2: { from: 5000, unit: 'perHa' },
};

/** As much of a text as a message has room for. */
const shortened = (text: string) => (text.length <= 40 ? text : `${text.slice(0, 40)}…`);

/** Reads a text whose numbers are plain. */
function readPlain(
  plain: string,
  text: string,
  dimension: Dimension,
  unit: UnitName,
  problem: (what: string) => Parsed,
): Parsed {
  let rest = plain;
  let negative = false;
  if (/^[-−]/.test(rest)) {
    negative = true;
    rest = rest.slice(1).trim();
    // A sign that a number has still to follow is no zero.
    if (rest === '') return problem(`“${shortened(text)}” is not a number with a unit.`);
  }
  let total = 0;
  let previousFactor = Infinity;
  for (let part = 0; rest !== ''; part++) {
    const match = PART.exec(rest);
    if (!match?.groups) return problem(`“${shortened(text)}” is not a number with a unit.`);
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
      return problem(
        `“${shortened(word.trim())}” is not a unit of ${CALLED[dimension] ?? dimension}.`,
      );
    // "17' 5" means inches after feet; otherwise a bare number takes the unit asked for.
    const used = named ?? (part > 0 && previousFactor === UNITS.ft.factor ? 'in' : unit);
    const factor = UNITS[used].factor;
    if (part > 0 && (dimension !== 'length' || factor >= previousFactor))
      return problem(`“${shortened(text)}” has more than one number.`);
    const amount = (Number(number) + Number(top) / Number(bottom)) * (thousand ? 1000 : 1);
    if (!Number.isFinite(amount)) return problem(`“${shortened(text)}” is too large.`);
    total +=
      part === 0 ? toSi(negative ? -amount : amount, used) : (negative ? -1 : 1) * amount * factor;
    previousFactor = factor;
    rest = rest.slice(match[0].length).trim();
  }
  return Number.isFinite(total)
    ? { ok: true, value: total }
    : problem(`“${shortened(text)}” is too large.`);
}
