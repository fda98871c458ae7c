import { createContext, useContext, useState, type ReactNode } from 'react';

interface Offer {
  says: string;
  undo(): void;
}
const UndoContext = createContext<(offer: Offer) => void>(() => {});

/** Offers to take back what was just done, over whatever screen is shown. @example offer({ says: 'Goose archived.', undo }) */
export const useOfferUndo = () => useContext(UndoContext);

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
