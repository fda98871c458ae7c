import {
  drawOf,
  fitStrips,
  layTrial,
  placeStrips,
  trialProblems,
  trialTreatments,
  type Kept,
  type Trial,
} from '@sendero/core';
import { useUnits } from '../units/useUnits.ts';
import { StripPlan } from './StripPlan.tsx';

/** A plan to scale as it is typed, how its strips fit the machines, and what does not. */
export function DrawnPlan({ data, planting }: { data: Trial; planting: Kept<'planting'> }) {
  const units = useUnits();
  const half = data.layout === 'splitPlanter';
  const fit = fitStrips({ ...data, rowWidthM: planting.data.rowWidthM, half });
  const strips = placeStrips(layTrial(drawOf(data)), fit, data).map((strip) => ({
    ...strip,
    shown: strip.treatment,
  }));
  const problems = trialProblems(data, planting.data);
  const lines = strips.filter(({ tramline }) => tramline).map(({ number }) => number);
  return (
    <>
      <StripPlan strips={strips} treatments={trialTreatments(data)} />
      <p className="small">
        {strips.length} strips, each {units.show(fit.stripWidthM, 'distance')} wide:{' '}
        {half
          ? 'half a pass of the planter'
          : fit.planterPasses === 1
            ? 'one pass of the planter'
            : `${fit.planterPasses} passes of the planter`}
        {fit.combinePasses > 0 &&
          `, ${fit.combinePasses === 1 ? 'one whole pass' : `${fit.combinePasses} whole passes`} of the head (${units.show(fit.harvestWidthM, 'distance')}) inside`}
        .
        {lines.length > 0 &&
          ` Tramlines run in ${lines.length === 1 ? 'strip' : 'strips'} ${lines.join(', ')}: harvest beside them.`}
      </p>
      {data.slope === 'across' && (
        <p className="small soft">
          The slope runs across the passes: each block lies at one height of it.
        </p>
      )}
      {data.slope === 'along' && (
        <p className="small soft">
          The slope runs along the passes: every strip goes over all of it, and blocks part what is
          left.
        </p>
      )}
      {Object.values(problems).map((says) => (
        <p key={says} className="warn" role="alert">
          {says}
        </p>
      ))}
    </>
  );
}
