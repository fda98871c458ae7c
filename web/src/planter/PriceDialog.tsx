import { CROP_FACTS, usualPrice, type Crop } from '@sendero/core';
import { useWorkspace } from '../data/hooks.ts';
import { useCropFigure } from '../stand/useCropFigure.ts';
import { FigureDialog } from '../units/FigureDialog.tsx';

/** What the workspace sells a crop for, in its own money. */
export function PriceDialog({ crop, onClose }: { crop: Crop; onClose(): void }) {
  const workspace = useWorkspace()!;
  const { label, priceKind } = CROP_FACTS[crop];
  return (
    <FigureDialog
      title={`Price of ${label.toLowerCase()}`}
      label="In your own money"
      kind={priceKind}
      usual={usualPrice(crop)}
      start={workspace.data.prices?.[crop] ?? null}
      without="Take it out"
      keep={useCropFigure('prices', crop)}
      onClose={onClose}
    />
  );
}
