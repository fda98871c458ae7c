import { geodesicDistance, TOO_ROUGH_M, type Boundary, type Position } from '@sendero/core';
import { Button } from '@mantine/core';
import { useState } from 'react';
import { useDraft } from '../fields/useDraft.ts';
import { TROUBLE_WORDS } from '../position/watchPosition.ts';
import { usePosition } from '../position/usePosition.ts';
import { useUnits } from '../units/useUnits.ts';

/** A corner is set each time one is this far from the last, m. */
const EVERY_M = 4;

/** An outline from walking around it: a corner every few steps, kept on the device until it is closed. */
export function WalkAround({
  fieldId,
  onWay,
  onClose,
  onDone,
}: {
  fieldId: string;
  /** The way so far, to be drawn. */
  onWay(way: Position[]): void;
  /** Given up. */
  onClose(): void;
  onDone(shape: Boundary): void;
}) {
  const units = useUnits();
  const draft = useDraft<{ way: Position[] }, 'field'>(`way around ${fieldId}`, undefined, () => ({
    way: [],
  }));
  const [way, setWay] = useState(draft.first.way);
  const { fix, trouble } = usePosition(({ at, accuracyM }) => {
    const last = way.at(-1);
    if (accuracyM > TOO_ROUGH_M || (last && geodesicDistance(last, at) < EVERY_M)) return;
    const longer = [...way, at];
    setWay(longer);
    draft.hold({ way: longer });
    onWay(longer);
  });
  const rough = fix !== null && fix.accuracyM > TOO_ROUGH_M;
  const end = () => {
    draft.forget();
    onWay([]);
  };
  return (
    <section className="sheet stack tight" aria-label="Walking around it">
      <p>
        Walk along the edge, all the way around. <strong>{way.length} corners</strong> so far
        {fix && !rough ? `; position within ${units.show(fix.accuracyM, 'distance')}.` : '.'}
      </p>
      {(trouble || rough) && (
        <p className="warn" role="alert">
          {trouble
            ? TROUBLE_WORDS[trouble]
            : `The position is only within ${units.show(fix!.accuracyM, 'distance')}: wait in the open until it is better.`}
        </p>
      )}
      <div className="row">
        <Button
          h={48}
          disabled={way.length < 3}
          onClick={() => {
            end();
            onDone({ type: 'MultiPolygon', coordinates: [[[...way, way[0]!]]] });
          }}
        >
          Close the outline here
        </Button>
        <Button
          variant="default"
          h={48}
          onClick={() => {
            end();
            onClose();
          }}
        >
          Give it up
        </Button>
      </div>
    </section>
  );
}
