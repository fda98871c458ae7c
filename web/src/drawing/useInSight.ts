import { useEffect, useRef } from 'react';

/**
 * Scrolls a drawing that is wider than its box, so that a place in it stays in sight.
 *
 * @param at the place, pixels from the left of the drawing; null: none
 * @param width of the drawing, pixels; @param share of the box that lies left of the place
 * @returns ref of the box that scrolls
 */
export function useInSight(at: number | null, width: number, share = 0.5) {
  const box = useRef<HTMLDivElement>(null);
  useEffect(() => {
    const now = box.current;
    if (now && at !== null && now.scrollWidth > now.clientWidth)
      now.scrollLeft = at - now.clientWidth * share;
  }, [at, width, share]);
  return box;
}
