import type { Position } from '@sendero/core';
import { projectionOf } from './projections.ts';

type Box = [number, number, number, number];

/** Why a picture cannot lie under the map, and what to do. */
export class PictureProblem extends Error {}

/** A picture and where it lies. */
export interface PictureRead {
  name: string;
  blob: Blob;
  projection: string;
  box: Box;
}

/** The longer side a picture is kept with, px. */
const MOST_PX = 2400;
const MOST_BYTES = 300 * 1024 * 1024;

export const PICTURE_FILES = '.tif,.tiff,.png,.jpg,.jpeg,.webp,.pgw,.pngw,.jgw,.jpgw,.wld,.tfw';
const WORLD_FILE = /\.(pgw|pngw|jgw|jpgw|wld|tfw)$/i;

/** Reads a GeoTIFF, or a picture with its world file. @param field where the field lies: a picture of elsewhere is refused */
export async function readPicture(files: readonly File[], field: Position): Promise<PictureRead> {
  const world = files.find(({ name }) => WORLD_FILE.test(name));
  const picture = files.find(({ name }) => !WORLD_FILE.test(name));
  if (!picture) throw new PictureProblem('Choose the picture too, together with its world file.');
  if (picture.size > MOST_BYTES)
    throw new PictureProblem('The picture is bigger than 300 MB: cut it to the field first.');
  const read = /\.tiff?$/i.test(picture.name)
    ? await readGeoTiff(picture)
    : await readPlain(picture);
  const box = world ? boxOfWorldFile(await world.text(), read) : read.box;
  if (!box)
    throw new PictureProblem(
      'This picture does not say where it lies: bring a GeoTIFF, or choose its world file (.pgw, .jgw, .wld) together with it.',
    );
  const projection = projectionOf(box, world ? null : read.projection, field);
  if (!projection)
    throw new PictureProblem(
      read.projection
        ? `The picture lies elsewhere, or in a projection this map does not know (${read.projection}): save it in WGS 84 (degrees) or UTM.`
        : 'The picture does not lie on this field in degrees or UTM: save it in WGS 84, with its projection.',
    );
  return {
    name: picture.name.replace(/\.[^.]+$/, '').slice(0, 120),
    blob: read.blob,
    projection,
    box,
  };
}

interface Pixels {
  blob: Blob;
  /** Of the file, before it was made smaller. */
  width: number;
  height: number;
  box: Box | null;
  projection: string | null;
}

/** Corners from the six lines of a world file: size of a pixel, turn, and the middle of the first. */
export function boxOfWorldFile(
  text: string,
  { width, height }: Pick<Pixels, 'width' | 'height'>,
): Box {
  const figures = text.trim().split(/\s+/).map(Number);
  const [across, turn1, turn2, down, x, y] = figures;
  if (figures.length < 6 || !figures.slice(0, 6).every(Number.isFinite))
    throw new PictureProblem('The world file needs six lines, a number on each.');
  if (turn1 !== 0 || turn2 !== 0)
    throw new PictureProblem('The picture is turned: save it with north up.');
  const [west, north] = [x! - across! / 2, y! - down! / 2];
  const [east, south] = [west + width * across!, north + height * down!];
  return [
    Math.min(west, east),
    Math.min(south, north),
    Math.max(west, east),
    Math.max(south, north),
  ];
}

async function readPlain(file: File): Promise<Pixels> {
  const bitmap = await createImageBitmap(file).catch(() => {
    throw new PictureProblem('This picture cannot be read: bring PNG, JPEG, WebP or GeoTIFF.');
  });
  const { width, height } = bitmap;
  return { ...(await painted(bitmap, width, height)), width, height, box: null, projection: null };
}

/** Drawn no bigger than it is kept. */
async function painted(
  source: ImageBitmap,
  width: number,
  height: number,
): Promise<{ blob: Blob }> {
  const shrink = Math.min(1, MOST_PX / Math.max(width, height));
  const canvas = new OffscreenCanvas(
    Math.max(1, Math.round(width * shrink)),
    Math.max(1, Math.round(height * shrink)),
  );
  canvas.getContext('2d')!.drawImage(source, 0, 0, canvas.width, canvas.height);
  source.close();
  return { blob: await canvas.convertToBlob({ type: 'image/webp', quality: 0.85 }) };
}

async function readGeoTiff(file: File): Promise<Pixels> {
  const { fromBlob } = await import('geotiff');
  try {
    const tiff = await fromBlob(file);
    const image = await tiff.getImage();
    const [width, height] = [image.getWidth(), image.getHeight()];
    const shrink = Math.min(1, MOST_PX / Math.max(width, height));
    const size = {
      width: Math.max(1, Math.round(width * shrink)),
      height: Math.max(1, Math.round(height * shrink)),
    };
    const rgb = (await image.readRGB({
      ...size,
      interleave: true,
    })) as unknown as ArrayLike<number>;
    const data = new Uint8ClampedArray(size.width * size.height * 4);
    for (let i = 0; i < size.width * size.height; i++) {
      for (let band = 0; band < 3; band++) data[4 * i + band] = rgb[3 * i + band]!;
      data[4 * i + 3] = 255;
    }
    const bitmap = await createImageBitmap(new ImageData(data, size.width, size.height));
    return {
      ...(await painted(bitmap, size.width, size.height)),
      width,
      height,
      ...placeOf(image),
    };
  } catch (error) {
    if (error instanceof PictureProblem) throw error;
    throw new PictureProblem(
      'This GeoTIFF cannot be read: save it with 8 bits a colour, or as PNG with a world file.',
    );
  }
}

function placeOf(image: {
  getBoundingBox(): number[];
  getGeoKeys(): Partial<Record<string, unknown>> | null;
}): Pick<Pixels, 'box' | 'projection'> {
  try {
    const keys = image.getGeoKeys() ?? {};
    const code = keys.ProjectedCSTypeGeoKey ?? keys.GeographicTypeGeoKey;
    return {
      box: image.getBoundingBox() as Box,
      projection:
        typeof code === 'number' && code < 32767
          ? `EPSG:${keys.ProjectedCSTypeGeoKey ? code : 4326}`
          : null,
    };
  } catch {
    return { box: null, projection: null };
  }
}
