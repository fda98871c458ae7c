import { collarsFromTips, readPlants, stageName, type WalkStand } from '@sendero/core';
import { useMemo } from 'react';
import { useUnits } from '../units/useUnits.ts';
import { evenWords } from '../digs/plantFindings.ts';
import { ShareBars } from '../digs/ShareBars.tsx';
import { ResultSection } from '../stand/ResultSection.tsx';
import ExpectedStage from './ExpectedStage.tsx';
import { HeadingSpread } from './HeadingSpread.tsx';
import { StageBars } from './StageBars.tsx';

/** How even the plants of a walk are: their stages, and near heading their heads; nothing where none was staged. */
export default function EvenResult({ stand }: { stand: WalkStand }) {
  const units = useUnits();
  const reading = useMemo(() => readPlants(stand), [stand]);
  const { crop } = stand.planting.data;
  const even = evenWords(reading);
  return (
    <>
      {even && (
        <ResultSection title="How even" words={[even]}>
          {reading.stages.map(({ by, reading: own }) => (
            <div key={by}>
              <StageBars crop={crop} by={by} reading={own} />
              {by === 'tips' && (
                <p className="small soft">
                  Counted by leaf tips: {stageName(own.mode, by)} are about{' '}
                  {collarsFromTips(Number(own.mode.slice(1)) || 1)} by collars. They are not added
                  to collars.
                </p>
              )}
            </div>
          ))}
          <p className="small soft">
            <ExpectedStage plantingId={stand.planting.id} on={stand.walk.data.startedOn} />{' '}
            {reading.tillers !== null && `${units.fixed(reading.tillers, 1)} tillers a plant. `}
            One school wants all plants up within a day or two, another is content within one leaf
            stage.
          </p>
        </ResultSection>
      )}
      {reading.heading && (
        <ResultSection title="Heading" words={[]}>
          <ShareBars
            label="Heads out of the boot"
            parts={[{ key: 'heading', says: 'Heads out of the boot', ...reading.heading }]}
          />
          <HeadingSpread stand={stand} />
        </ResultSection>
      )}
    </>
  );
}
