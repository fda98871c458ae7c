import { useElementSize } from '@mantine/hooks';

/** Width of a drawing in CSS pixels, so that its lettering keeps its size on every screen. */
export function useDrawingWidth(usual: number) {
  const { ref, width } = useElementSize<HTMLDivElement>();
  return { ref, width: width > 0 ? Math.round(width) : usual };
}
