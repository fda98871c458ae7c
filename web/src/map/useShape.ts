import { checkBoundary, cutTo, type Boundary, type BoundaryTrouble } from '@sendero/core';
import { useState } from 'react';

/** A shape that cannot be kept yet, what is wrong with it, and how it can be mended. */
export interface BrokenShape {
  shape: Boundary;
  says: string;
  repair: { label: string; shape: Boundary } | null;
  /** It can be seen, and mended by hand. */
  drawable: boolean;
}

const DRAWABLE: ReadonlySet<BoundaryTrouble['trouble']> = new Set(['crossing', 'small']);

/** What is wrong with a shape; of a part of a field, also where it lies. */
export function troubleOf(shape: Boundary, field: Boundary | null): BrokenShape | null {
  const trouble = checkBoundary(shape);
  if (trouble)
    return {
      shape,
      says: trouble.says,
      repair: trouble.repair && { label: 'Swap them', shape: trouble.repair },
      drawable: DRAWABLE.has(trouble.trouble),
    };
  if (!field) return null;
  const cut = cutTo(shape, field);
  return cut
    ? null
    : {
        shape,
        says: 'It lies outside its field: draw it inside, or choose the field it belongs to.',
        repair: null,
        drawable: true,
      };
}

/** Keeps what is drawn, once it can be; until then it stays on the map with what is wrong. */
export function useShape(
  within: Boundary | null,
  onKeep: (shape: Boundary, name?: string) => void,
) {
  const [broken, setBroken] = useState<BrokenShape | null>(null);
  return {
    broken,
    drop: () => setBroken(null),
    /** @param name of it in the file it comes from */
    take(shape: Boundary, name?: string) {
      const trouble = troubleOf(shape, within);
      setBroken(trouble);
      if (!trouble) onKeep(shape, name);
    },
  };
}
