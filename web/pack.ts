import { readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { brotliCompressSync, constants, gzipSync } from 'node:zlib';
import type { Plugin } from 'vite';
import { isForLater, PACK } from './src/keptFiles.ts';

/** Of Brotli: its best takes ten times as long for a twentieth less. */
export const BROTLI = { params: { [constants.BROTLI_PARAM_QUALITY]: 9 } };

/**
 * Puts the scripts and styles of the field into one file beside them: a first visit asks for one instead of three hundred.
 * Reads what was written, so that it is what the server gives for each of them.
 */
export const pack = (): Plugin => ({
  name: 'pack',
  apply: 'build',
  writeBundle({ dir }) {
    const folder = join(dir!, 'assets');
    const names = readdirSync(folder).filter((name) => /\.(js|css)$/.test(name));
    const files = names.map((name) => `assets/${name}`).filter((url) => !isForLater(url));
    const texts = files.map((url) => [url, readFileSync(join(dir!, url), 'utf8')]);
    const text = JSON.stringify(Object.fromEntries(texts));
    const place = join(dir!, PACK);
    writeFileSync(place, text);
    writeFileSync(`${place}.gz`, gzipSync(text));
    writeFileSync(`${place}.br`, brotliCompressSync(text, BROTLI));
  },
});
