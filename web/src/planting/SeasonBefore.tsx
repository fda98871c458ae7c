import { trenchVerdict, type Kept } from '@sendero/core';
import { Link } from 'react-router';
import { useAll, useChildren, useOne } from '../data/hooks.ts';
import { useTrenchCheck } from '../depth/useTrenchCheck.ts';
import { plantingTitle } from '../fields/plantingWords.ts';
import { StandCard } from '../stand/StandCard.tsx';

/** What stood on the field the season before: what was found then is looked for first. */
export function SeasonBefore({ planting }: { planting: Kept<'planting'> }) {
  const { fieldId, season } = planting.data;
  const before = useAll('planting').filter(
    ({ data }) => data.fieldId === fieldId && data.season === season - 1,
  );
  if (before.length === 0) return null;
  return (
    <section className="stack tight">
      <h2>Season {season - 1} here</h2>
      {before.map((one) => (
        <Before key={one.id} planting={one} />
      ))}
    </section>
  );
}

function Before({ planting }: { planting: Kept<'planting'> }) {
  const planter = useOne('planter', planting.data.planterId);
  const walks = useChildren('walk', 'plantingId', planting.id).filter(
    ({ deletedAt, data }) => deletedAt === null && data.finishedAt,
  );
  const newest = (purpose: string) => walks.findLast(({ data }) => data.purpose === purpose)?.id;
  const check = useTrenchCheck(newest('trench'));
  const walk = newest('stand');
  return (
    <div className="stack tight">
      <div>
        <Link to={`/plantings/${planting.id}`}>{plantingTitle(planting.data)}</Link>
        {planter && <span className="soft"> with {planter.data.name}</span>}
      </div>
      {check?.depths && <p className="small">Seed depth: {trenchVerdict(check)}</p>}
      {walk ? (
        <StandCard walkId={walk} />
      ) : (
        <p className="small soft">No stand walk that season.</p>
      )}
    </div>
  );
}
