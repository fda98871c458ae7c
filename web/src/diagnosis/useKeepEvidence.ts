import { useOfferUndo } from '../app/Undo.tsx';
import { useDevice, useToday } from '../data/hooks.ts';

export type KeepEvidence = (
  what: { about: 'check' | 'sign'; name: string; row: number | null },
  found: boolean,
) => void;

/** Keeps what a person saw, there or looked for and not there, with a way back. */
export function useKeepEvidence(
  planterId: string,
  season: number,
  plantingId: string | null,
): KeepEvidence {
  const device = useDevice();
  const offer = useOfferUndo();
  const on = useToday();
  return (what, found) => {
    const saved = device.put('evidence', { planterId, season, plantingId, ...what, found, on });
    if (saved.ok)
      offer({
        says: found ? 'Kept: it is there.' : 'Kept: it is not there.',
        undo: () => device.remove('evidence', saved.id),
      });
  };
}
