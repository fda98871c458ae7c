import { createServer, type Server } from 'node:http';
import { PNG } from 'pngjs';

const SIDE = 256;
const HALF_M = Math.PI * 6_378_137;

const ABOUT = `A map service, simulated: ground seen from above, made by arithmetic. It shows no real place.

  /tiles/{z}/{x}/{y}.png    tiles in Web Mercator
  /wms                      WMS 1.3.0, GetMap of layer "ground" in EPSG:3857
`;

/** How bright the ground is at a place, −1 … 1: hollows and rises of several sizes, metres of Web Mercator. */
const ground = (x: number, y: number) =>
  0.4 * Math.sin(x / 310 + Math.sin(y / 190)) +
  0.35 * Math.sin(y / 170 - x / 520) +
  0.25 * Math.sin((x + y) / 37);

/** Ground between two corners, metres of Web Mercator, as a PNG. Rows show where a pixel is smaller than half their width. */
export function groundPicture(
  [west, south, east, north]: readonly [number, number, number, number],
  { width = SIDE, height = SIDE }: { width?: number; height?: number } = {},
): Buffer {
  const picture = new PNG({ width, height });
  const [stepX, stepY] = [(east - west) / width, (north - south) / height];
  for (let j = 0; j < height; j++)
    for (let i = 0; i < width; i++) {
      const [x, y] = [west + (i + 0.5) * stepX, north - (j + 0.5) * stepY];
      const rows = stepX < 0.4 ? 14 * Math.sin((x * 2 * Math.PI) / 1.06) : 0;
      const light = 18 * ground(x, y) + rows;
      const at = 4 * (j * width + i);
      [150 + light, 128 + light, 96 + 0.8 * light, 255].forEach((value, k) => {
        picture.data[at + k] = Math.max(0, Math.min(255, Math.round(value)));
      });
    }
  return PNG.sync.write(picture);
}

/** The map service's face. @param fail answers each request with an error until it is called again */
export function tileServer(): { server: Server; fail(so: boolean): void; asked(): number } {
  let failing = false;
  let asked = 0;
  const server = createServer((request, response) => {
    const url = new URL(request.url ?? '/', 'http://tiles');
    if (failing) return response.writeHead(503).end();
    const send = (picture: Buffer) => {
      asked++;
      response.writeHead(200, { 'content-type': 'image/png' }).end(picture);
    };
    const [, z, x, y] = (/^\/tiles\/(\d+)\/(\d+)\/(\d+)\.png$/.exec(url.pathname) ?? []).map(
      Number,
    );
    if (z !== undefined && x !== undefined && y !== undefined) {
      const side = (2 * HALF_M) / 2 ** z;
      const [west, north] = [x * side - HALF_M, HALF_M - y * side];
      return send(groundPicture([west, north - side, west + side, north]));
    }
    if (url.pathname === '/wms') {
      const of = (name: string) => url.searchParams.get(name) ?? '';
      const box = of('BBOX').split(',').map(Number);
      const right =
        of('REQUEST') === 'GetMap' && of('LAYERS') === 'ground' && of('CRS') === 'EPSG:3857';
      if (!right || box.length !== 4 || !box.every(Number.isFinite))
        return response
          .writeHead(200, { 'content-type': 'text/xml' })
          .end(
            '<ServiceExceptionReport><ServiceException code="LayerNotDefined"/></ServiceExceptionReport>',
          );
      return send(
        groundPicture(box as [number, number, number, number], {
          width: Math.min(2048, Number(of('WIDTH')) || SIDE),
          height: Math.min(2048, Number(of('HEIGHT')) || SIDE),
        }),
      );
    }
    return response
      .writeHead(url.pathname === '/' ? 200 : 404, { 'content-type': 'text/plain; charset=utf-8' })
      .end(ABOUT);
  });
  return { server, fail: (so) => void (failing = so), asked: () => asked };
}
