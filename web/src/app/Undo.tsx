import type { Kind } from '@sendero/core';
import { createContext, useContext, useState, type ReactNode } from 'react';
import { useDevice } from '../data/hooks.ts';
import { useStable } from './useStable.ts';

interface Offer {
  says: string;
  undo(): void;
}
const UndoContext = createContext<(offer: Offer) => void>(() => {});

/** Offers to take back what was just done, over whatever screen is shown. @example offer({ says: 'Goose archived.', undo }) */
export const useOfferUndo = () => useContext(UndoContext);

/** Deletes one record and offers to bring it back. @example remove('note', id, 'Note deleted.') */
export function useRemove(): (kind: Kind, id: string, says: string) => void {
  const device = useDevice();
  const offer = useOfferUndo();
  return useStable((kind: Kind, id: string, says: string) => {
    device.remove(kind, id);
    offer({ says, undo: () => device.restore(kind, id) });
  });
}

export function UndoOffers({ children }: { children: ReactNode }) {
  const [offer, setOffer] = useState<Offer | null>(null);
  return (
    <UndoContext value={setOffer}>
      {children}
      {offer && (
        <div className="toast" role="status">
          <span>{offer.says}</span>
          <button
            onClick={() => {
              offer.undo();
              setOffer(null);
            }}
          >
            Undo
          </button>
          <button onClick={() => setOffer(null)} aria-label="Close this message">
            Close
          </button>
        </div>
      )}
    </UndoContext>
  );
}
