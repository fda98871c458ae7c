import { unzipSync } from 'fflate';

/** Most bytes that are unpacked, over all files of a zip: a zip of a few kilobytes can say to hold gigabytes. */
export const MOST_UNPACKED = 100 * 1024 * 1024;

export class ZipTooBig extends Error {}

/**
 * Files of a zip whose names end so, by their names.
 * @throws ZipTooBig before anything is unpacked where they are more than `MOST_UNPACKED`; an error where it is no zip
 */
export function unzipFiles(
  bytes: Uint8Array,
  endings: readonly string[],
): Record<string, Uint8Array> {
  let sum = 0;
  return unzipSync(bytes, {
    filter({ name, originalSize }) {
      // What other systems put beside a file is none of it.
      if (/(^|\/)(__MACOSX\/|\._)/.test(name)) return false;
      if (!endings.some((ending) => name.toLowerCase().endsWith(ending))) return false;
      sum += originalSize;
      if (sum > MOST_UNPACKED) throw new ZipTooBig();
      return true;
    },
  });
}
