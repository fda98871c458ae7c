import { useMemo } from 'react';
import { useAll } from '../data/hooks.ts';
import { useAppSelector } from '../data/store.ts';

/** What can be opened here without a network. */
export function Held() {
  const { season, unsentPhotos } = useAppSelector((state) => state.sync);
  const plantings = useAll('planting');
  const walks = useAll('walk');
  const fields = useAll('field').length;
  const bySeason = useMemo(() => {
    const of = new Map(plantings.map(({ id, data }) => [id, data.season]));
    return [season!, season! - 1]
      .map((year) => {
        const own = walks.filter(({ data }) => of.get(data.plantingId) === year);
        const count = (purpose: string) =>
          own.filter(({ data }) => data.purpose === purpose).length;
        const planted = plantings.filter(({ data }) => data.season === year).length;
        return { year, planted, stand: count('stand'), trench: count('trench') };
      })
      .filter(({ planted }) => planted > 0);
  }, [plantings, walks, season]);
  return (
    <section className="sheet stack tight">
      <h2>Works without a network</h2>
      <p>
        {fields} {fields === 1 ? 'field' : 'fields'}
        {unsentPhotos > 0 ? `, ${unsentPhotos} photos waiting` : ''}; all that was seen in these
        seasons:
      </p>
      <table className="figures">
        <thead>
          <tr>
            <th scope="col">Season</th>
            <th scope="col">Plantings</th>
            <th scope="col">Trench checks</th>
            <th scope="col">Stand walks</th>
          </tr>
        </thead>
        <tbody>
          {bySeason.map(({ year, planted, stand, trench }) => (
            <tr key={year}>
              <td>{year}</td>
              <td>{planted}</td>
              <td>{trench}</td>
              <td>{stand}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}
