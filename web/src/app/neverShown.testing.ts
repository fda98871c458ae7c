/** Never on a screen, whatever was typed. For tests. */
export const NEVER_SHOWN =
  /\b(?:NaN|Infinity|undefined|\[object)\b|−0(?![.\d]|,\d)|\bin in\b|\b10[1-9] in 100\b/;
