import type { Boundary, Position } from '@sendero/core';
import type Feature from 'ol/Feature.js';
import type { FeatureLike } from 'ol/Feature.js';
import type { Coordinate } from 'ol/coordinate.js';
import MultiPoint from 'ol/geom/MultiPoint.js';
import type MultiPolygon from 'ol/geom/MultiPolygon.js';
import Point from 'ol/geom/Point.js';
import type { State } from 'ol/render.js';
import CircleStyle from 'ol/style/Circle.js';
import Fill from 'ol/style/Fill.js';
import RegularShape from 'ol/style/RegularShape.js';
import Stroke from 'ol/style/Stroke.js';
import Style from 'ol/style/Style.js';
import Text from 'ol/style/Text.js';

/** How a thing on the map is drawn. Colour never says it alone: shape, line or sign does too. */
export type Look =
  | 'field'
  | 'outline'
  | 'edited'
  | 'zone'
  | 'obstacle'
  | 'headland'
  | 'gateway'
  | 'pass'
  | 'way'
  | 'stop'
  | 'nextStop'
  | 'doneStop'
  | 'badStop'
  | 'spareStop'
  | 'car'
  | 'here'
  | 'mark';

/** A thing on the map: an area, a line or a place. */
export interface MapFeature {
  id: string;
  look: Look;
  shape?: Boundary;
  line?: Position[];
  at?: Position;
  label?: string;
  /** Radius of a mark, px; for a headland its width, for here its accuracy, m. */
  size?: number;
  /** Colour of a mark, by its name among the app's. */
  colour?: string;
  hollow?: boolean;
}

const palette = new Map<string, string>();
/** A colour of the app as it is now in this light; asked of the page once. */
export function colour(name: string): string {
  let value = palette.get(name);
  if (value === undefined) {
    value = getComputedStyle(document.documentElement).getPropertyValue(name).trim();
    palette.set(name, value);
  }
  return value;
}
/** Another light: colours are asked for anew. */
export const forgetColours = () => palette.clear();
const FONT = '"Atkinson Hyperlegible Next Variable", sans-serif';

const label = (
  text: string,
  {
    inside = false,
    offsetY = 0,
    strong = true,
    onMark = inside,
  }: { inside?: boolean; offsetY?: number; strong?: boolean; onMark?: boolean } = {},
) =>
  new Text({
    text,
    font: `${strong ? '600 ' : ''}13px ${FONT}`,
    offsetY,
    fill: new Fill({ color: colour(inside ? '--sheet' : '--ink') }),
    stroke: inside ? undefined : new Stroke({ color: colour('--sheet'), width: 4 }),
    overflow: true,
    // What a mark says of itself is part of it; any other label gives way.
    declutterMode: onMark ? 'none' : 'declutter',
  });

/** A name of two words is narrower on two lines: more names find room. */
const onTwoLines = (name: string) => name.replace(/^(\S+) (\S+)$/, '$1\n$2');

const line = (name: string, width: number, lineDash?: number[]) =>
  new Stroke({ color: colour(name), width, lineDash });
const round = (radius: number, fill: string | null, stroke: string, width = 2, dash?: number[]) =>
  new CircleStyle({
    radius,
    fill: fill === null ? undefined : new Fill({ color: colour(fill) }),
    stroke: line(stroke, width, dash),
    declutterMode: 'obstacle',
  });

const square = (radius: number, fill: string, stroke?: string) =>
  new RegularShape({
    points: 4,
    radius,
    angle: Math.PI / 4,
    fill: new Fill({ color: colour(fill) }),
    stroke: stroke ? line(stroke, 3) : undefined,
    declutterMode: 'obstacle',
  });

/** The ground that a headland takes: a band inside the outline, as wide as it is on the ground. */
const headland = (widthM: number) =>
  new Style({
    renderer(coordinates, state: State) {
      const { context, resolution, geometry, pixelRatio } = state;
      const path = () => {
        context.beginPath();
        for (const ring of (coordinates as Coordinate[][][]).flat()) {
          ring.forEach(([x, y], i) => (i === 0 ? context.moveTo(x!, y!) : context.lineTo(x!, y!)));
          context.closePath();
        }
      };
      // A metre on the ground is longer on the map, the further it is from the equator.
      const y = geometry.getExtent()[1]!;
      const stretch = Math.cosh(y / 6_378_137);
      context.save();
      path();
      context.clip('evenodd');
      context.strokeStyle = colour('--moist');
      context.globalAlpha = 0.55;
      context.lineWidth = (2 * widthM * stretch * pixelRatio) / resolution;
      context.lineJoin = 'round';
      context.stroke();
      context.restore();
    },
  });

/** The corners of what is being changed, to be taken hold of. */
const corners = () =>
  new Style({
    image: round(6, '--sheet', '--leaf'),
    geometry: (one) => new MultiPoint((one.getGeometry() as MultiPolygon).getCoordinates().flat(2)),
  });

/** An arrow head at the end of a line. */
const head = (feature: FeatureLike, name: string) =>
  new Style({
    geometry: () => {
      const geometry = (feature as Feature).getGeometry() as unknown as {
        getCoordinates(): Coordinate[];
      };
      return new Point(geometry.getCoordinates().at(-1)!);
    },
    image: new RegularShape({
      points: 3,
      radius: 9,
      fill: new Fill({ color: colour(name) }),
      rotation: Number((feature as Feature).get('turn') ?? 0),
      rotateWithView: true,
      declutterMode: 'none',
    }),
  });

/** What lies above what. */
const ORDER: Look[] = [
  'field',
  'outline',
  'headland',
  'zone',
  'obstacle',
  'pass',
  'way',
  'gateway',
  'car',
  'spareStop',
  'edited',
  'mark',
  'badStop',
  'stop',
  'doneStop',
  'nextStop',
  'here',
];

/** What a feature stands for; one that is just being drawn by hand is what is edited. */
export const thingOf = (feature: FeatureLike): MapFeature =>
  ((feature as Feature).get('thing') as MapFeature | undefined) ?? { id: '', look: 'edited' };

const known = new WeakMap<FeatureLike, Style[]>();

/** How a feature is drawn, what matters more above the rest. A feature is never changed: its style is made once. */
export function styleOf(feature: FeatureLike): Style[] {
  const made = known.get(feature);
  if (made) return made;
  const { look } = thingOf(feature);
  const styles = [drawn(feature)].flat();
  for (const style of styles) style.setZIndex(ORDER.indexOf(look));
  known.set(feature, styles);
  return styles;
}

function drawn(feature: FeatureLike): Style | Style[] {
  const one = thingOf(feature);
  const text = one.label ?? '';
  switch (one.look) {
    case 'field':
      return new Style({
        // What lies under it can be seen.
        fill: new Fill({ color: `${colour('--band')}b0` }),
        stroke: line('--ink-soft', 1.5),
        text: text ? label(onTwoLines(text)) : undefined,
      });
    case 'outline':
      return [
        new Style({ stroke: line('--sheet', 4) }),
        new Style({
          stroke: line('--ink', 1.5),
          text: text ? label(onTwoLines(text)) : undefined,
        }),
      ];
    case 'edited':
      return [
        new Style({
          fill: new Fill({ color: `${colour('--leaf-pale')}33` }),
          stroke: line('--leaf', 3),
          text: text ? label(text) : undefined,
        }),
        corners(),
      ];
    case 'zone':
      return new Style({
        fill: new Fill({ color: `${colour('--soil')}40` }),
        stroke: line('--soil', 2, [8, 5]),
        text: label(text, { strong: false }),
      });
    case 'obstacle':
      return new Style({
        fill: new Fill({ color: `${colour('--ink-soft')}80` }),
        stroke: line('--ink', 1.5),
        text: label(text, { offsetY: 16, strong: false }),
      });
    case 'headland':
      return headland(one.size ?? 0);
    case 'gateway':
      return new Style({
        image: square(9, '--sheet', '--clay'),
        text: label(text, { offsetY: 18, strong: false }),
      });
    case 'pass':
      return [
        new Style({ stroke: line('--clay', 3), text: label(text, { strong: false }) }),
        head(feature, '--clay'),
      ];
    case 'way':
      return new Style({ stroke: line('--ink', 1.5, [2, 5]) });
    case 'stop':
      return new Style({
        image: round(12, '--sheet', '--ink'),
        text: label(text, { onMark: true }),
      });
    case 'nextStop':
      return new Style({
        image: round(15, '--clay', '--sheet', 3),
        text: label(text, { inside: true }),
      });
    case 'doneStop':
      return new Style({
        image: round(12, '--leaf', '--leaf'),
        text: label(text, { inside: true }),
      });
    case 'badStop':
      return new Style({
        image: round(12, null, '--ink', 2, [4, 3]),
        text: label(text, { onMark: true }),
      });
    case 'spareStop':
      return new Style({ image: round(4, null, '--ink-soft', 1.5) });
    case 'car':
      return new Style({
        image: square(10, '--ink'),
        text: label(text, { offsetY: 20, strong: false }),
      });
    case 'here':
      return new Style({ image: round(9, '--clay', '--sheet', 3) });
    case 'mark':
      return new Style({
        image: new CircleStyle({
          radius: one.size ?? 10,
          fill: one.hollow ? undefined : new Fill({ color: `${colour(one.colour ?? '--leaf')}cc` }),
          stroke: line(one.hollow ? '--ink' : '--sheet', 1.5, one.hollow ? [4, 3] : undefined),
          declutterMode: 'obstacle',
        }),
        text: text ? label(text, { offsetY: (one.size ?? 10) + 10 }) : undefined,
      });
  }
}
