import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';

const CSS = readFileSync(new URL('./tokens.css', import.meta.url), 'utf8');
type Rgb = [number, number, number];

/** Colours of a scheme by their names. */
function tokens(block: string): Map<string, Rgb> {
  const found = CSS.slice(CSS.indexOf(block)).match(/{([^}]*)}/)![1]!;
  return new Map(
    [...found.matchAll(/--([a-z-]+): #([0-9a-f]{6});/g)].map(([, name, hex]) => [
      name!,
      [0, 2, 4].map((i) => parseInt(hex!.slice(i, i + 2), 16)) as Rgb,
    ]),
  );
}
const luminance = (rgb: Rgb) =>
  rgb
    .map((part) => part / 255)
    .map((part) => (part <= 0.04045 ? part / 12.92 : ((part + 0.055) / 1.055) ** 2.4))
    .reduce((sum, part, i) => sum + part * [0.2126, 0.7152, 0.0722][i]!, 0);
/** WCAG 2 contrast. */
function contrast(a: Rgb, b: Rgb): number {
  const [light, dark] = [luminance(a), luminance(b)].sort((x, y) => y - x) as [number, number];
  return (light + 0.05) / (dark + 0.05);
}

const SCHEMES = { light: ':root {', dark: ":root[data-mantine-color-scheme='dark']" };

/** Lettering has its contrast wherever it may stand, in Sun and in Dawn: for every screen at once, those of drawings too, which no page check reads. */
describe.each(Object.entries(SCHEMES))('in the %s', (_, block) => {
  const of = tokens(block);
  const on = (text: string, ground: string) => contrast(of.get(text)!, of.get(ground)!);

  it.each(['paper', 'sheet'])('what is read in the field on %s has 7:1', (ground) => {
    expect(on('ink', ground)).toBeGreaterThanOrEqual(7);
    expect(on('ink-soft', ground)).toBeGreaterThanOrEqual(7);
  });

  it.each(['clay', 'leaf', 'signal'])(
    '%s as lettering has 4.5:1, and so has paper on it',
    (name) => {
      for (const ground of ['paper', 'sheet'])
        expect(on(name, ground), ground).toBeGreaterThanOrEqual(4.5);
    },
  );

  it.each(['band', 'leaf-pale', 'moist'])('ink on %s has 4.5:1', (ground) =>
    expect(on('ink', ground)).toBeGreaterThanOrEqual(4.5),
  );

  it('the letters of treatments have theirs on the deepest shade', () => {
    const [clay, sheet] = [of.get('clay')!, of.get('sheet')!];
    const deepest = clay.map((part, i) => 0.38 * part + 0.62 * sheet[i]!) as Rgb;
    expect(contrast(of.get('ink')!, deepest)).toBeGreaterThanOrEqual(4.5);
  });
});
