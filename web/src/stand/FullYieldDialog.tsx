import { CROP_FACTS, fullYieldOf, type Crop } from '@sendero/core';
import { useWorkspace } from '../data/hooks.ts';
import { FigureDialog } from '../units/FigureDialog.tsx';
import { useCropFigure } from './useCropFigure.ts';

/** The workspace's own full yield of a crop. */
export function FullYieldDialog({ crop, onClose }: { crop: Crop; onClose(): void }) {
  const workspace = useWorkspace()!;
  const { label, yieldKind } = CROP_FACTS[crop];
  return (
    <FigureDialog
      title={`Full yield of ${label.toLowerCase()}`}
      label="Yield of a full, timely stand here"
      kind={yieldKind}
      start={fullYieldOf(crop, workspace.data).kgPerM2}
      without="Back to the default"
      keep={useCropFigure('fullYields', crop)}
      onClose={onClose}
    />
  );
}
