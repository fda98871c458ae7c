import { useElementSize, useMergedRef } from '@mantine/hooks';
import { useCallback, useState } from 'react';

/** Width of a drawing in CSS pixels, so that its lettering keeps its size on every screen. */
export function useDrawingWidth(usual: number) {
  const { ref: watched, width } = useElementSize<HTMLDivElement>();
  // Known before the first picture is shown: the observer tells a moment later.
  const [first, setFirst] = useState(0);
  const measure = useCallback((place: HTMLDivElement | null) => {
    if (place) setFirst(place.clientWidth);
  }, []);
  return { ref: useMergedRef(watched, measure), width: Math.round(width || first || usual) };
}
