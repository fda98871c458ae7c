import { trenchVerdict } from '@sendero/core';
import { Link } from 'react-router';
import { CheckProfile } from '../depth/CheckProfile.tsx';
import { useTrenchCheck } from '../depth/useTrenchCheck.ts';

/** Where the seed lies, as the newest trench check found it. */
export function NewestCheck({ checkId }: { checkId: string | undefined }) {
  const check = useTrenchCheck(checkId);
  if (!check || check.now.size === 0) return null;
  return (
    <section className="sheet stack tight">
      <h2>Seed depth</h2>
      <p>{trenchVerdict(check)}</p>
      <CheckProfile check={check} height={200} />
      <Link className="alone" to={`/trench/${check.walk.id}/result`}>
        Depth of each row
      </Link>
    </section>
  );
}
