import { stageName, type Crop, type StagedBy } from '@sendero/core';
import { memo } from 'react';
import styles from '../stop/stop.module.css';
import { PlantDrawing } from './PlantDrawing.tsx';
import { stagesFrom } from './stageWindow.ts';

/** The keys of a few stages, each with its drawing; a tap leaves them as they are. */
export const StageKeys = memo(function StageKeys({
  label,
  crop,
  first,
  by,
  full = false,
  onStage,
}: {
  label: string;
  crop: Crop;
  /** The earliest stage on them. */
  first: string;
  by: StagedBy;
  /** Nothing is left to stage. */
  full?: boolean;
  onStage(stage: string): void;
}) {
  return (
    <div className={styles.stageKeys} role="group" aria-label={label}>
      {stagesFrom(crop, first).map((stage) => (
        <button
          key={stage}
          className={styles.stageKey}
          disabled={full}
          data-stage={stage}
          onMouseDown={(event) => event.preventDefault()}
          onClick={() => onStage(stage)}
        >
          {by === 'collars' && <PlantDrawing crop={crop} stage={stage} />}
          {stageName(stage, by)}
        </button>
      ))}
    </div>
  );
});
