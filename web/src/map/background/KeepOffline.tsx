import { boundsOf, tilesOver, type Boundary, type Kept } from '@sendero/core';
import { Button, Progress } from '@mantine/core';
import { useEffect, useMemo, useState } from 'react';
import { useDevice } from '../../data/hooks.ts';
import { canKeepTiles, countKept, dropTiles, keepTiles } from '../../data/keptTiles.ts';
import { RoadProblem } from '../../data/road.ts';

/** Ground around the field that is kept with it, as a share of its size. */
const AROUND = 0.15;
/** Most tiles of one field: about 12 MB of aerial photo. */
const MOST = 600;
/** A tile of an aerial photo, bytes: for the estimate before anything is fetched. */
const USUAL_BYTES = 20_000;

/** The tiles of a field and a little ground around it. */
function tilesOfField(outline: Boundary, maxZoom: number) {
  const [west, south, east, north] = boundsOf(outline);
  const [wide, high] = [AROUND * (east - west), AROUND * (north - south)];
  return tilesOver([west - wide, south - high, east + wide, north + high], { maxZoom, most: MOST });
}

/** Keeps the background map of a field's area on this device, for when there is no signal. */
export function KeepOffline({ map, outline }: { map: Kept<'backgroundMap'>; outline: Boundary }) {
  const device = useDevice();
  const tiles = useMemo(() => tilesOfField(outline, map.data.maxZoom), [outline, map.data.maxZoom]);
  const [kept, setKept] = useState<number | null>(null);
  const [work, setWork] = useState<{ stop: AbortController; done: number } | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const count = () => countKept(map.id, tiles).then(setKept);
  useEffect(() => {
    let gone = false;
    void countKept(map.id, tiles).then((found) => !gone && setKept(found));
    return () => {
      gone = true;
    };
  }, [map.id, tiles]);
  useEffect(() => () => work?.stop.abort(), [work?.stop]);
  if (!canKeepTiles())
    return (
      <p className="small soft">
        The background can be kept for offline use where the app is opened by a secure address
        (https).
      </p>
    );
  const start = async () => {
    const stop = new AbortController();
    setProblem(null);
    setWork({ stop, done: 0 });
    try {
      await keepTiles(map.id, tiles, {
        signal: stop.signal,
        fetchTile: (tile, signal) => device.tile(map.id, tile, signal),
        onProgress: (done) => setWork({ stop, done }),
      });
    } catch (error) {
      if (!stop.signal.aborted)
        setProblem(
          error instanceof RoadProblem
            ? `${error.message} What is kept so far stays: try again later.`
            : 'This device is short of space: delete other offline areas, then try again.',
        );
      stop.abort();
    }
    setWork(null);
    await count();
  };
  if (work)
    return (
      <div className="row" style={{ alignItems: 'center' }}>
        <Progress
          aria-label="Downloading the background map"
          value={(100 * work.done) / tiles.length}
          style={{ flex: '1 1 160px' }}
        />
        <span className="small">
          {work.done} of {tiles.length} tiles
        </span>
        <Button variant="default" h={48} onClick={() => work.stop.abort()}>
          Stop
        </Button>
      </div>
    );
  const all = kept === tiles.length;
  return (
    <div className="row" style={{ alignItems: 'center' }}>
      {all ? (
        <>
          <span>{map.data.name} of this field is kept on this device.</span>
          <Button
            variant="default"
            h={48}
            onClick={() => void dropTiles(map.id, tiles).then(count)}
          >
            Delete offline area
          </Button>
        </>
      ) : (
        <Button variant="default" h={48} disabled={kept === null} onClick={() => void start()}>
          {`Keep ${map.data.name} offline, about ${megabytes(tiles.length - (kept ?? 0))}`}
        </Button>
      )}
      {problem && (
        <p className="warn" role="alert">
          {problem}
        </p>
      )}
    </div>
  );
}

const megabytes = (tiles: number) => `${Math.max(1, Math.round((tiles * USUAL_BYTES) / 1e6))} MB`;
