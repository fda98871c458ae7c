import type { WalkFacts } from '@sendero/core';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { Dialog } from '../app/Dialog.tsx';
import { useDevice } from '../data/hooks.ts';
import { useAppSelector } from '../data/store.ts';
import { nextOrdinal, useParty } from './party.ts';

/** Asks who opens another's walk how they work on it, once. */
export default function AskParty({ facts }: { facts: WalkFacts }) {
  const device = useDevice();
  const navigate = useNavigate();
  const me = useAppSelector((state) => state.sync.session?.person.name ?? '');
  const [party, setParty] = useParty(facts.walk);
  const [later, setLater] = useState(false);
  const { walkedBy, finishedAt } = facts.walk.data;
  if (later || party !== null || finishedAt !== null) return null;
  const apart = () => {
    setParty('apart');
    const ordinals = facts.stops.map(({ data }) => data.ordinal);
    const ordinal = nextOrdinal(ordinals, 'apart', me);
    const travel = facts.stops.at(-1)?.data.travel ?? 'away';
    const made = device.put('stop', { walkId: facts.walk.id, ordinal, travel, chosen: false });
    if (made.ok) void navigate(`/walks/${facts.walk.id}?stop=${ordinal}`, { replace: true });
  };
  return (
    <Dialog title={`${walkedBy} began this walk`} onClose={() => setLater(true)}>
      <p>Two at one stop share its steps; two who walk apart make stops of their own.</p>
      <div className="row" style={{ marginTop: '0.8rem' }}>
        <button className="tool" onClick={() => setParty('together')}>
          Help at the same stops
        </button>
        <button className="tool" onClick={apart}>
          Walk stops of my own
        </button>
      </div>
    </Dialog>
  );
}
