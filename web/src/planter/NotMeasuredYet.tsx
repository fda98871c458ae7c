import { useAppSelector } from '../data/store.ts';

/** Says that what is shown of a planter is of the season before the one on the screen. */
export function NotMeasuredYet({ season }: { season: number }) {
  const shown = useAppSelector((state) => state.sync.season);
  if (shown === null || shown === season) return null;
  return (
    <p className="small">
      No row was measured in {shown} yet: this is season {season}.
    </p>
  );
}
