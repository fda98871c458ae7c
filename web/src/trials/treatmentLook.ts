/** Treatments are lettered and shaded, never told by shade alone. @example letterOf(2) // 'C' */
export const letterOf = (index: number): string =>
  index < 26
    ? String.fromCharCode(65 + index)
    : `${letterOf(Math.floor(index / 26) - 1)}${letterOf(index % 26)}`;

/** From the paper's tone to clay, so that letters keep their contrast on each. */
export const shadeOf = (index: number, of: number): string =>
  `color-mix(in srgb, var(--clay) ${Math.round(8 + (30 * index) / Math.max(1, of - 1))}%, var(--sheet))`;
