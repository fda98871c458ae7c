/**
 * Positions pasted or typed together: one a line, or parted by tabs, semicolons, commas with a space, or, where all are plain figures, by
 * spaces.
 *
 * @example tapeList('3\n9 1/2\n16') // ['3', '9 1/2', '16']
 * @example tapeList('3 9.5 16') // ['3', '9.5', '16']
 */
export function tapeList(text: string): string[] {
  const parted = text.split(/[\n\r\t;]+|,\s+/).flatMap((part) => part.trim() || []);
  const [only] = parted;
  return parted.length === 1 && /^\d+([.,]\d+)?( +\d+([.,]\d+)?)+$/.test(only!)
    ? only!.split(/ +/)
    : parted;
}
