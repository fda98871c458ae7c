import {
  addPart,
  geodesicArea,
  type Boundary,
  type Position,
  type Ring,
  type UnitSystem,
} from '@sendero/core';
import ScaleLine from 'ol/control/ScaleLine.js';
import Zoom from 'ol/control/Zoom.js';
import type { Coordinate } from 'ol/coordinate.js';
import { buffer, createEmpty, extend, isEmpty } from 'ol/extent.js';
import type { EventsKey } from 'ol/events.js';
import Feature, { type FeatureLike } from 'ol/Feature.js';
import Circle from 'ol/geom/Circle.js';
import type { Geometry } from 'ol/geom.js';
import LineString from 'ol/geom/LineString.js';
import MultiPolygon from 'ol/geom/MultiPolygon.js';
import Point from 'ol/geom/Point.js';
import type Polygon from 'ol/geom/Polygon.js';
import Draw from 'ol/interaction/Draw.js';
import Modify from 'ol/interaction/Modify.js';
import Snap from 'ol/interaction/Snap.js';
import Graticule from 'ol/layer/Graticule.js';
import ImageLayer from 'ol/layer/Image.js';
import TileLayer from 'ol/layer/Tile.js';
import VectorLayer from 'ol/layer/Vector.js';
import OlMap from 'ol/Map.js';
import { unByKey } from 'ol/Observable.js';
import { fromLonLat, getPointResolution, toLonLat, transformExtent } from 'ol/proj.js';
import ImageStatic from 'ol/source/ImageStatic.js';
import VectorSource from 'ol/source/Vector.js';
import Fill from 'ol/style/Fill.js';
import Stroke from 'ol/style/Stroke.js';
import Style from 'ol/style/Style.js';
import View from 'ol/View.js';
import { useComputedColorScheme } from '@mantine/core';
import { useEffect, useRef, useState } from 'react';
import 'ol/ol.css';
import { useStable } from '../app/useStable.ts';
import { useDevice } from '../data/hooks.ts';
import { useUnits } from '../units/useUnits.ts';
import { tilesOf } from './background/tilesOf.ts';
import { useBackground } from './background/useBackground.ts';
import { colour, forgetColours, styleOf, thingOf, type MapFeature } from './looks.ts';
import styles from './map.module.css';
import { knowProjection } from './projections.ts';

/** Where a field of which nothing is known is looked for. */
const WORLD = [-60, -50, 60, 60];
/** Tiles that did not come are asked for again after this time, ms. */
const TILES_AGAIN_MS = 10_000;
const PADDING = [46, 46, 56, 46];

/** What is drawn or changed by hand. */
export interface MapEdit {
  /** As it stands now. */
  shape: Boundary | null;
  label: string;
  /** What a touch draws; null: corners of the shape are moved. */
  draw: 'area' | 'place' | null;
  onShape(shape: Boundary): void;
  onPlace(place: Position): void;
}

/** A picture of the ground that lies under the map. */
export interface GroundPicture {
  url: string;
  /** In what its corners are given. */
  projection: string;
  /** West, south, east, north. */
  box: [number, number, number, number];
  /** A pixel is a cell: its edges stay. */
  cells?: boolean;
}

const project = (place: Position) => fromLonLat(place);
const areaOf = ({ coordinates }: Boundary) =>
  new MultiPolygon(coordinates).transform('EPSG:4326', 'EPSG:3857') as MultiPolygon;

/** Of a shape as it is being drawn, m²; null while it is no area yet. */
function areaNow(geometry: Geometry): number | null {
  const turned = geometry.clone().transform('EPSG:3857', 'EPSG:4326') as Polygon | MultiPolygon;
  const parts = (
    turned.getType() === 'Polygon' ? [turned.getCoordinates()] : turned.getCoordinates()
  ) as Boundary['coordinates'];
  if (parts.some(([ring]) => !ring || ring.length < 4)) return null;
  return geodesicArea({ type: 'MultiPolygon', coordinates: parts });
}

function featuresOf(thing: MapFeature): Feature[] {
  const made = (geometry: Geometry, more: object = {}) => {
    const feature = new Feature({ geometry, ...more });
    feature.set('thing', thing);
    return feature;
  };
  if (thing.shape) return [made(areaOf(thing.shape))];
  if (thing.line) {
    const places = thing.line.map(project);
    const [[ax, ay], [bx, by]] = places.slice(-2) as [Coordinate, Coordinate];
    return [made(new LineString(places), { turn: Math.atan2(bx! - ax!, by! - ay!) })];
  }
  if (!thing.at) return [];
  const at = project(thing.at);
  const place = made(new Point(at));
  if (thing.look !== 'here' || !thing.size) return [place];
  const around = new Feature(new Circle(at, thing.size / getPointResolution('EPSG:3857', 1, at)));
  around.setStyle(
    new Style({
      fill: new Fill({ color: `${colour('--clay')}22` }),
      stroke: new Stroke({ color: colour('--clay'), width: 1 }),
    }),
  );
  return [around, place];
}

/**
 * A map of what it is given, over the chosen background map or else a graticule, with scale and north; one shape of it can be
 * drawn and changed, and its area is shown meanwhile.
 */
export function MapCanvas({
  features,
  focus,
  edit = null,
  picture = null,
  system,
  label,
  low = false,
  onChoose,
  onTouch,
  onView,
}: {
  features: readonly MapFeature[];
  /** Moves there when the key changes: to a box in degrees, to the things of these ids, or to all. */
  focus: { key: string; on?: readonly string[]; box?: [number, number, number, number] };
  edit?: MapEdit | null;
  picture?: GroundPicture | null;
  /** Whose units the scale shows. */
  system: UnitSystem;
  label: string;
  /** Beside other things on a small screen. */
  low?: boolean;
  onChoose?(id: string): void;
  /** Where the map was touched. */
  onTouch?(place: Position): void;
  /** What is in sight, once it rests: west, south, east, north. */
  onView?(box: [number, number, number, number]): void;
}) {
  const box = useRef<HTMLDivElement>(null);
  const [held, setHeld] = useState<{
    map: OlMap;
    own: VectorSource;
    others: VectorSource;
    ground: ImageLayer<ImageStatic>;
    tiles: TileLayer;
    graticule: Graticule;
  } | null>(null);
  const device = useDevice();
  const units = useUnits();
  const { map: background } = useBackground();
  const [tileTrouble, setTileTrouble] = useState<string | null>(null);
  /** Of what is just being drawn or changed, m². */
  const [liveArea, setLiveArea] = useState<number | null>(null);
  const scheme = useComputedColorScheme('light');
  const fitted = useRef('');
  const choose = useStable((id: string) => onChoose?.(id));
  const touched = useStable((place: Position) => onTouch?.(place));
  const viewed = useStable((seen: [number, number, number, number]) => onView?.(seen));
  const changed = useStable((shape: Boundary) => edit?.onShape(shape));
  const drawn = useStable((ring: Ring) => edit?.onShape(addPart(edit.shape, ring)));
  const placed = useStable((place: Position) => edit?.onPlace(place));
  useEffect(() => {
    forgetColours();
    const own = new VectorSource();
    const others = new VectorSource();
    const ground = new ImageLayer<ImageStatic>();
    const tiles = new TileLayer();
    const graticule = new Graticule({
      strokeStyle: new Stroke({ color: colour('--line'), width: 1 }),
      // Written at its lines they would lie over names of fields.
      showLabels: false,
      targetSize: 170,
      wrapX: false,
    });
    const map = new OlMap({
      target: box.current!,
      layers: [
        tiles,
        ground,
        graticule,
        // Labels that would lie over each other are left out.
        new VectorLayer({ source: others, style: styleOf, zIndex: 1, declutter: true }),
        new VectorLayer({ source: own, style: styleOf, zIndex: 2, declutter: true }),
      ],
      controls: [new Zoom(), new ScaleLine({ units: system === 'us' ? 'us' : 'metric' })],
      view: new View({ center: [0, 0], zoom: 2, maxZoom: 22 }),
    });
    map.getView().fit(transformExtent(WORLD, 'EPSG:4326', 'EPSG:3857'));
    map.on('rendercomplete', () => {
      if (box.current) box.current.dataset.drawn = '';
    });
    map.on('moveend', () =>
      viewed(
        transformExtent(map.getView().calculateExtent(), 'EPSG:3857', 'EPSG:4326') as [
          number,
          number,
          number,
          number,
        ],
      ),
    );
    map.on('singleclick', ({ pixel, coordinate }) => {
      touched(toLonLat(coordinate) as Position);
      const [found] = map.getFeaturesAtPixel(pixel, { hitTolerance: 6 });
      const thing = found?.get('thing') as MapFeature | undefined;
      if (thing) choose(thing.id);
    });
    fitted.current = '';
    setHeld({ map, own, others, ground, tiles, graticule });
    return () => map.setTarget(undefined);
  }, [choose, touched, viewed, system, scheme]);

  const backgroundId = background?.id;
  // The server fetches the tiles: it knows the map once that is sent.
  const backgroundKnown = background?.revision ?? 0;
  const maxZoom = background?.data.maxZoom ?? 0;
  const shape = edit?.shape ?? null;
  const name = edit?.label ?? '';
  useEffect(() => {
    if (!held) return;
    const { map, own, others } = held;
    others.clear();
    const overPicture = backgroundId !== undefined;
    others.addFeatures(
      features.flatMap((thing) =>
        featuresOf(overPicture && thing.look === 'field' ? { ...thing, look: 'outline' } : thing),
      ),
    );
    own.clear();
    if (shape) own.addFeatures(featuresOf({ id: '', look: 'edited', shape, label: name }));
    if (fitted.current === focus.key) return;
    fitted.current = focus.key;
    const extent = focus.box ? transformExtent(focus.box, 'EPSG:4326', 'EPSG:3857') : createEmpty();
    for (const source of [own, others])
      for (const feature of source.getFeatures()) {
        const { id } = thingOf(feature);
        if (!focus.box && (!focus.on || focus.on.includes(id)))
          extend(extent, feature.getGeometry()!.getExtent());
      }
    // Nothing of it is there yet: looked at again when it comes.
    if (isEmpty(extent)) fitted.current = '';
    else map.getView().fit(buffer(extent, 1), { padding: PADDING, maxZoom: 18 });
  }, [held, features, shape, name, focus, backgroundId]);

  useEffect(() => {
    if (!held) return;
    delete box.current?.dataset.drawn;
    held.ground.setSource(
      picture && knowProjection(picture.projection)
        ? new ImageStatic({
            url: picture.url,
            projection: picture.projection,
            imageExtent: picture.box,
            interpolate: !picture.cells,
          })
        : null,
    );
  }, [held, picture]);

  useEffect(() => {
    if (!held) return;
    const source =
      backgroundId && backgroundKnown > 0
        ? tilesOf(
            { id: backgroundId, maxZoom },
            { fetchTile: (tile) => device.tile(backgroundId, tile), onTrouble: setTileTrouble },
          )
        : null;
    held.tiles.setSource(source);
    held.graticule.setVisible(source === null);
    return () => setTileTrouble(null);
  }, [held, device, backgroundId, backgroundKnown, maxZoom]);
  useEffect(() => {
    if (!held || !tileTrouble) return;
    const timer = setInterval(() => held.tiles.getSource()?.refresh(), TILES_AGAIN_MS);
    return () => clearInterval(timer);
  }, [held, tileTrouble]);

  const editing = edit !== null;
  const draw = edit?.draw ?? null;
  useEffect(() => {
    if (!held || !editing) return;
    const { map, own, others } = held;
    const keep = () => {
      const parts = own.getFeatures().flatMap((feature) => {
        const geometry = feature
          .getGeometry()!
          .clone()
          .transform('EPSG:3857', 'EPSG:4326') as MultiPolygon;
        return geometry.getCoordinates();
      });
      changed({ type: 'MultiPolygon', coordinates: parts as Boundary['coordinates'] });
    };
    const tool =
      draw === 'area'
        ? new Draw({ type: 'Polygon', stopClick: true })
        : draw === 'place'
          ? new Draw({ type: 'Point', stopClick: true })
          : new Modify({ source: own, pixelTolerance: 16 });
    const measure = (feature: FeatureLike) =>
      listening.push(
        (feature as Feature)
          .getGeometry()!
          .on('change', ({ target }) => setLiveArea(areaNow(target as Geometry))),
      );
    const listening: EventsKey[] = [];
    const measured = () => {
      unByKey(listening.splice(0));
      setLiveArea(null);
    };
    if (!(tool instanceof Draw)) {
      tool.on('modifystart', ({ features: moved }) => moved.forEach(measure));
      tool.on('modifyend', measured);
      tool.on('modifyend', keep);
    } else if (draw === 'area') {
      tool.on('drawstart', ({ feature }) => measure(feature));
      tool.on('drawabort', measured);
      tool.on('drawend', ({ feature }) => {
        measured();
        const [ring] = (feature.getGeometry() as Polygon)
          .clone()
          .transform('EPSG:3857', 'EPSG:4326')
          .getCoordinates() as Ring[];
        // Once the tool is done with it: what is kept is drawn anew.
        setTimeout(() => drawn(ring!));
      });
    } else
      tool.on('drawend', ({ feature }) =>
        placed(toLonLat((feature.getGeometry() as Point).getCoordinates()) as Position),
      );
    const tools = [
      tool,
      ...[own, others].map((source) => new Snap({ source, pixelTolerance: 12 })),
    ];
    for (const one of tools) map.addInteraction(one);
    return () => {
      for (const one of tools) map.removeInteraction(one);
      measured();
    };
  }, [held, editing, draw, changed, drawn, placed]);

  return (
    <div className={styles.frame}>
      <div
        ref={box}
        className={`${styles.map} ${low ? styles.low : ''}`}
        tabIndex={0}
        role="application"
        aria-label={`${label}: arrows move it, plus and minus change its scale`}
        data-testid="map"
        data-picture={picture ? '' : undefined}
      />
      <span className={styles.north} aria-hidden>
        ▲<br />N
      </span>
      {liveArea !== null && (
        <strong className={styles.area} data-testid="area-now">
          {units.show(liveArea, 'area')}
        </strong>
      )}
      {background && (
        <span className={styles.attribution}>{tileTrouble ?? background.data.attribution}</span>
      )}
    </div>
  );
}
