import type { FlaggedLength, LengthReading } from '@sendero/core';

/** What a length is called, and in how few letters: by row, else by zone; alike ones are numbered. */
export function lengthNames(
  lengths: readonly Pick<LengthReading, 'data'>[],
): { name: string; short: string }[] {
  const whole = lengths.map(
    ({ data }) =>
      [data.row !== null && `Row ${data.row}`, data.zone].filter(Boolean).join(', ') || 'Length',
  );
  return lengths.map(({ data }, i) => {
    const alike = whole.flatMap((name, other) => (name === whole[i] ? other : []));
    const number = alike.length > 1 ? ` ${alike.indexOf(i) + 1}` : '';
    const short = data.row !== null ? String(data.row) : (data.zone || 'L').slice(0, 5).trim();
    return { name: `${whole[i]}${number}`, short: `${short}${number}` };
  });
}

/** How the seeds of a length are known. */
export const KNOWN: Record<FlaggedLength['sownFrom'], string> = {
  rate: 'the seeding rate says',
  tape: 'read on a tape',
  digs: 'dug and counted',
};
