import type { Crop } from '@sendero/core';
import { useDevice, useWorkspace } from '../data/hooks.ts';

/** Keeps a figure that the workspace has of each crop; gives what is wrong with it, or null. */
export function useCropFigure(of: 'fullYields' | 'prices', crop: Crop) {
  const device = useDevice();
  const workspace = useWorkspace()!;
  return (value: number | null): string | null => {
    const none = { corn: null, soybean: null, wheat: null };
    const kept = device.change('workspace', workspace.id, (data) => ({
      ...data,
      [of]: { ...none, ...data[of], [crop]: value },
    }));
    return kept.ok ? null : (Object.values(kept.problems)[0] ?? 'This cannot be kept.');
  };
}
