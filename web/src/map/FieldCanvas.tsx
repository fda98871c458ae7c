import type { Boundary, Kept, UnitSystem } from '@sendero/core';
import ScaleLine from 'ol/control/ScaleLine.js';
import Zoom from 'ol/control/Zoom.js';
import Feature from 'ol/Feature.js';
import MultiPoint from 'ol/geom/MultiPoint.js';
import MultiPolygon from 'ol/geom/MultiPolygon.js';
import type Polygon from 'ol/geom/Polygon.js';
import Draw from 'ol/interaction/Draw.js';
import Modify from 'ol/interaction/Modify.js';
import Snap from 'ol/interaction/Snap.js';
import Graticule from 'ol/layer/Graticule.js';
import VectorLayer from 'ol/layer/Vector.js';
import OlMap from 'ol/Map.js';
import { transformExtent } from 'ol/proj.js';
import VectorSource from 'ol/source/Vector.js';
import { Fill, Stroke, Style, Text } from 'ol/style.js';
import CircleStyle from 'ol/style/Circle.js';
import View from 'ol/View.js';
import { useEffect, useRef } from 'react';
import 'ol/ol.css';
import { useStable } from '../app/useStable.ts';
import styles from './map.module.css';

/** Where a field of which nothing is known is looked for. */
const WORLD = [-60, -50, 60, 60];
const shape = ({ coordinates }: Boundary) =>
  new MultiPolygon(coordinates).transform('EPSG:4326', 'EPSG:3857') as MultiPolygon;
const colour = (name: string) =>
  getComputedStyle(document.documentElement).getPropertyValue(name).trim();

const gridText = (textBaseline: CanvasTextBaseline) =>
  new Text({
    font: '12px "Atkinson Hyperlegible Next Variable", sans-serif',
    textAlign: textBaseline === 'bottom' ? 'end' : 'center',
    textBaseline,
    fill: new Fill({ color: colour('--ink-soft') }),
    stroke: new Stroke({ color: colour('--sheet'), width: 3 }),
  });

/** The map itself: fields, scale and graticule; the outline of one of them is drawn and changed on it. */
export function FieldCanvas({
  fields,
  chosen,
  boundary,
  drawing,
  system,
  onBoundary,
  onChoose,
}: {
  fields: readonly Kept<'field'>[];
  chosen: string | null;
  /** Of the chosen field, as it stands now. */
  boundary: Boundary | null;
  drawing: boolean;
  /** Whose units the scale shows. */
  system: UnitSystem;
  onBoundary(boundary: Boundary): void;
  onChoose(id: string): void;
}) {
  const box = useRef<HTMLDivElement>(null);
  const held = useRef<{
    map: OlMap;
    own: VectorSource;
    others: VectorSource;
    fitted: string | null;
  } | null>(null);
  const changed = useStable(onBoundary);
  const choose = useStable(onChoose);
  useEffect(() => {
    const own = new VectorSource();
    const others = new VectorSource();
    const label = (feature: Feature) =>
      new Text({
        text: String(feature.get('name') ?? ''),
        font: '600 13px "Atkinson Hyperlegible Next Variable", sans-serif',
        fill: new Fill({ color: colour('--ink') }),
        stroke: new Stroke({ color: colour('--sheet'), width: 3 }),
        overflow: true,
      });
    const map = new OlMap({
      target: box.current!,
      layers: [
        new Graticule({
          strokeStyle: new Stroke({ color: colour('--line'), width: 1 }),
          showLabels: true,
          targetSize: 170,
          // Above, where the scale does not stand.
          lonLabelPosition: 1,
          lonLabelStyle: gridText('top'),
          latLabelStyle: gridText('bottom'),
          wrapX: false,
        }),
        new VectorLayer({
          source: others,
          style: (feature) =>
            new Style({
              fill: new Fill({ color: colour('--band') }),
              stroke: new Stroke({ color: colour('--ink-soft'), width: 1.5 }),
              text: label(feature as Feature),
            }),
        }),
        new VectorLayer({
          source: own,
          style: (feature) => [
            new Style({
              fill: new Fill({ color: colour('--leaf-pale') }),
              stroke: new Stroke({ color: colour('--leaf'), width: 3 }),
              text: label(feature as Feature),
            }),
            // Its corners, to be taken hold of.
            new Style({
              image: new CircleStyle({
                radius: 6,
                fill: new Fill({ color: colour('--sheet') }),
                stroke: new Stroke({ color: colour('--leaf'), width: 2 }),
              }),
              geometry: (one) => {
                const geometry = one.getGeometry() as MultiPolygon;
                return new MultiPoint(geometry.getCoordinates().flat(2));
              },
            }),
          ],
        }),
      ],
      controls: [new Zoom(), new ScaleLine({ units: system === 'us' ? 'us' : 'metric' })],
      view: new View({ center: [0, 0], zoom: 2, maxZoom: 22 }),
    });
    map.getView().fit(transformExtent(WORLD, 'EPSG:4326', 'EPSG:3857'));
    map.on('singleclick', ({ pixel }) => {
      const [found] = map.getFeaturesAtPixel(pixel, { hitTolerance: 6 });
      const id = found?.get('id') as string | undefined;
      if (id) choose(id);
    });
    held.current = { map, own, others, fitted: null };
    return () => map.setTarget(undefined);
  }, [choose, system]);

  useEffect(() => {
    const { map, own, others } = held.current!;
    others.clear();
    for (const { id, data } of fields)
      if (data.boundary && id !== chosen)
        others.addFeature(new Feature({ geometry: shape(data.boundary), name: data.name, id }));
    own.clear();
    const field = fields.find(({ id }) => id === chosen);
    if (boundary && field)
      own.addFeature(new Feature({ geometry: shape(boundary), name: field.data.name, id: chosen }));
    // Moves there when another field is chosen, or its first outline comes; not while one draws.
    const key = `${chosen} ${boundary !== null}`;
    if (held.current!.fitted !== key) {
      held.current!.fitted = key;
      const source = own.isEmpty() ? others : own;
      if (!source.isEmpty())
        map.getView().fit(source.getExtent()!, { padding: [50, 50, 60, 50], maxZoom: 17 });
    }
  }, [fields, chosen, boundary]);

  useEffect(() => {
    const { map, own, others } = held.current!;
    if (chosen === null) return;
    const keep = () => {
      const parts = own.getFeatures().flatMap((feature) => {
        const geometry = feature.getGeometry()!.clone().transform('EPSG:3857', 'EPSG:4326') as
          MultiPolygon | Polygon;
        return geometry instanceof MultiPolygon
          ? geometry.getCoordinates()
          : [geometry.getCoordinates()];
      });
      changed({ type: 'MultiPolygon', coordinates: parts as Boundary['coordinates'] });
    };
    const tools = drawing
      ? [new Draw({ source: own, type: 'Polygon', stopClick: true })]
      : [new Modify({ source: own, pixelTolerance: 16 })];
    for (const tool of tools) {
      if (tool instanceof Draw) tool.on('drawend', () => setTimeout(keep));
      else tool.on('modifyend', keep);
      map.addInteraction(tool);
    }
    const snaps = [own, others].map((source) => new Snap({ source, pixelTolerance: 12 }));
    for (const snap of snaps) map.addInteraction(snap);
    return () => {
      for (const one of [...tools, ...snaps]) map.removeInteraction(one);
    };
  }, [chosen, drawing, changed]);

  return (
    <div className={styles.frame}>
      <div
        ref={box}
        className={styles.map}
        tabIndex={0}
        role="application"
        aria-label="Map of the fields: arrows move it, plus and minus change its scale"
        data-testid="map"
      />
      <span className={styles.north} aria-hidden>
        ▲<br />N
      </span>
    </div>
  );
}
