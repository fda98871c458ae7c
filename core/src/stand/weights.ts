/** Share of a full plant's yield that a plant behind its neighbours is expected to carry. */
export interface LatenessWeights {
  oneBehind: number;
  twoBehind: number;
}

/** A default of this app, nobody's research: replace it with weights from your own tagged plants. */
export const DEFAULT_WEIGHTS: LatenessWeights = { oneBehind: 0.75, twoBehind: 0 };
