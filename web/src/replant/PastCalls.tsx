import { CROP_FACTS, OPTION_WORDS, scoreCalls } from '@sendero/core';
import { Link } from 'react-router';
import { Section } from '../app/Section.tsx';
import { longDate } from '../app/dates.ts';
import { useAll } from '../data/hooks.ts';
import { useUnits } from '../units/useUnits.ts';

/** How this workspace’s calls did, once harvests say it. */
export function PastCalls() {
  const units = useUnits();
  const cases = useAll('replantCase');
  const plantings = useAll('planting');
  const fields = useAll('field');
  const { scored, meanError } = scoreCalls(cases.map(({ data }) => data));
  if (scored.length === 0) return null;
  return (
    <Section title="How earlier calls did">
      <ul>
        {scored.map(({ plantingId, option, error, on }) => {
          const planting = plantings.find(({ id }) => id === plantingId);
          const field = fields.find(({ id }) => id === planting?.data.fieldId);
          if (!planting || !field) return null;
          const kind = CROP_FACTS[planting.data.crop].yieldKind;
          return (
            <li key={plantingId}>
              <Link to={`/plantings/${plantingId}/replant`}>{field.data.name}</Link>, {longDate(on)}
              : {OPTION_WORDS[option].toLowerCase()}, {units.show(Math.abs(error), kind)}{' '}
              {error < 0 ? 'less' : 'more'} than expected
            </li>
          );
        })}
      </ul>
      <p className="small soft">
        On average {Math.round(100 * Math.abs(meanError))} % {meanError < 0 ? 'below' : 'above'}{' '}
        what was told, over {scored.length} {scored.length === 1 ? 'call' : 'calls'}:{' '}
        {scored.length < 5 ? 'too few to learn from yet' : 'bend the full yield by it'}.
      </p>
    </Section>
  );
}
