import { Link } from 'react-router';
import { useSeasonOfPlanter } from './useSeasonOfPlanter.ts';
import { useWork } from './useWork.ts';

/** What a season found and nobody has written down: offered the day of the walk, since it fades by winter. */
export default function OfferWork({ planterId }: { planterId: string }) {
  const read = useSeasonOfPlanter(planterId);
  const { suggestions } = useWork(
    planterId,
    read?.season ?? 0,
    read?.card() ?? null,
    read?.plantings,
  );
  if (!read || suggestions.length === 0) return null;
  return (
    <section className="sheet stack tight" aria-label="For the workshop">
      <h2>Before it fades</h2>
      <ul style={{ margin: 0, paddingLeft: '1.2rem' }}>
        {suggestions.slice(0, 3).map(({ what }) => (
          <li key={what}>{what}</li>
        ))}
      </ul>
      <Link className="alone" to={`/planters/${planterId}/workshop`}>
        Workshop list of {read.planter.data.name}: {suggestions.length} to add
      </Link>
    </section>
  );
}
