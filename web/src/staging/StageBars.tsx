import { stageName, type Crop, type StagedBy, type StageReading } from '@sendero/core';
import { max } from 'd3-array';
import { PlantDrawing } from './PlantDrawing.tsx';
import styles from './staging.module.css';

/** How many plants stand at each stage, each under its drawing; the commonest in full colour, laggards marked. */
export function StageBars({
  crop,
  by,
  reading,
}: {
  crop: Crop;
  by: StagedBy;
  reading: Pick<StageReading, 'distribution' | 'mode' | 'plants'>;
}) {
  const most = max(reading.distribution, ({ plants }) => plants)!;
  const at = reading.distribution.findIndex(({ stage }) => stage === reading.mode);
  return (
    <ul className={styles.bars} aria-label="Plants by stage" tabIndex={0}>
      {reading.distribution.map(({ stage, plants }, i) => (
        <li key={stage}>
          <span className={styles.column} style={{ height: 90 }}>
            <b>{plants}</b>
            <span
              className={styles.bar}
              data-late={i < at || undefined}
              style={{ height: `${(62 * plants) / most}px` }}
            />
          </span>
          <PlantDrawing crop={crop} stage={stage} size={48} />
          <span>
            {stageName(stage, by)}
            {stage === reading.mode && <span className="small soft"> commonest</span>}
          </span>
        </li>
      ))}
    </ul>
  );
}
