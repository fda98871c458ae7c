import { trialTitle, type TrialReading } from '@sendero/core';
import { longDate } from '../app/dates.ts';
import { useUnits } from '../units/useUnits.ts';
import { StripPlan, TreatmentKey } from './StripPlan.tsx';
import { letterOf } from './treatmentLook.ts';

/** For the cab: strips in the order they are driven, with room to write what was really done. Seen on paper only. */
export function CabSheet({ reading }: { reading: TrialReading }) {
  const units = useUnits();
  const { trial, field, planting, strips, treatments, fit, check } = reading;
  return (
    <section className="on-paper" aria-label="Sheet for the cab">
      <h1>
        {field.data.name}: {trialTitle(trial.data)}
      </h1>
      <p>
        Planned {longDate(trial.data.plannedOn)} for {planting.data.season}. Begin with pass{' '}
        {trial.data.firstPass}; each strip is {units.show(fit.stripWidthM, 'distance')} wide and{' '}
        {units.show(trial.data.stripLengthM, 'distance')} long
        {trial.data.guardRows > 0 &&
          `, ${trial.data.guardRows} guard ${trial.data.guardRows === 1 ? 'row' : 'rows'} on each side`}
        .
      </p>
      <TreatmentKey treatments={treatments} check={check.index} />
      <StripPlan
        strips={strips.map((strip) => ({ ...strip, shown: strip.treatment }))}
        treatments={treatments}
      />
      <table className="figures">
        <thead>
          <tr>
            <th scope="col">Strip</th>
            <th scope="col">Pass</th>
            <th scope="col" className="words">
              Goes
            </th>
            <th scope="col" className="words">
              Set to
            </th>
            <th scope="col">Done, or what instead</th>
          </tr>
        </thead>
        <tbody>
          {strips.map((strip) => (
            <tr key={strip.number}>
              <th scope="row">{strip.number}</th>
              <td>{strip.passes.join(', ')}</td>
              <td className="words">{strip.travel === 'out' ? 'out' : 'back'}</td>
              <td className="words">
                {letterOf(strip.treatment)} {treatments[strip.treatment]!.label}
                {strip.side && `, ${strip.side} half`}
                {strip.tramline && ' (tramline)'}
              </td>
              <td>☐ ______________</td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="small">
        Stop, shut down and block the planter before any hand goes to it. Treated seed: gloves, as
        the tag says. A strip that went wrong is no shame: write down what was done.
      </p>
    </section>
  );
}
