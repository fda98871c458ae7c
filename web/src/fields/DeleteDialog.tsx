import { isShownIn, type Kept, type Kind } from '@sendero/core';
import { Button } from '@mantine/core';
import { rollup } from 'd3-array';
import { Dialog } from '../app/Dialog.tsx';
import { useOfferUndo } from '../app/Undo.tsx';
import { familyOf } from '../data/familyOf.ts';
import { sameItems, useDevice, useWalksRead } from '../data/hooks.ts';
import { useAppSelector } from '../data/store.ts';

/** One and several of what can hang on a record. */
const KIND_WORDS: Partial<Record<Kind, [one: string, several: string]>> = {
  planting: ['planting', 'plantings'],
  walk: ['walk', 'walks'],
  stop: ['stop', 'stops'],
  observation: ['count or finding', 'counts and findings'],
  flaggedLength: ['flagged length', 'flagged lengths'],
  emergenceCount: ['emergence count', 'emergence counts'],
  belowGround: ['row of dug seeds', 'rows of dug seeds'],
  note: ['note', 'notes'],
  event: ['event', 'events'],
  samplingPlan: ['plan of stops', 'plans of stops'],
  fieldPart: ['zone', 'zones'],
  replantCase: ['replant case', 'replant cases'],
  trial: ['trial', 'trials'],
  trialStrip: ['trial strip', 'trial strips'],
  taggedPlant: ['tagged plant', 'tagged plants'],
};

const OTHERS: [string, string] = ['other entry', 'other entries'];

/** What goes with it, counted. @example familyWords(family) // '1 walk, 4 stops, 48 counts and findings' */
export function familyWords(family: readonly Kept[]): string {
  const counts = rollup(
    family,
    (alike) => alike.length,
    ({ kind }) => KIND_WORDS[kind] ?? OTHERS,
  );
  return [...counts].map(([[one, several], n]) => `${n} ${n === 1 ? one : several}`).join(', ');
}

/** Changes of one commit. */
const AT_ONCE = 900;

/** Asks before something is deleted with all that hangs on it; it can be taken back. */
export function DeleteDialog({
  record: { kind, id },
  name,
  onClose,
  onDeleted,
}: {
  record: { kind: Kind; id: string };
  name: string;
  onClose(): void;
  onDeleted?(): void;
}) {
  const device = useDevice();
  const offer = useOfferUndo();
  const family = useAppSelector((state) => familyOf(state, kind, id), sameItems);
  const walks = [{ kind, id }, ...family].flatMap((one) => (one.kind === 'walk' ? one.id : []));
  const read = useWalksRead(walks);
  const season = useAppSelector((state) => state.sync.season);
  // What was seen in a season that is not on the screen may not be on this device.
  const old = family.some(
    (one) =>
      one.kind === 'planting' &&
      season !== null &&
      !isShownIn(season, (one as Kept<'planting'>).data),
  );
  const remove = () => {
    const all = [...family, { kind, id }];
    const inParts = (records: typeof all, op: 'delete' | 'restore') => {
      for (let from = 0; from < records.length; from += AT_ONCE)
        device.putAll(
          records.slice(from, from + AT_ONCE).map((one) => ({ op, kind: one.kind, id: one.id })),
        );
    };
    inParts(all, 'delete');
    offer({ says: `${name} deleted.`, undo: () => inParts(all.toReversed(), 'restore') });
    onClose();
    onDeleted?.();
  };
  return (
    <Dialog title={`Delete ${name}?`} onClose={onClose}>
      <div className="stack tight" style={{ marginTop: '0.5rem' }}>
        {old ? (
          <p>
            It has plantings of other seasons. Archive it: then it is out of the way, and what was
            measured stays.
          </p>
        ) : !read ? (
          <p>Reading what belongs to it …</p>
        ) : family.length > 0 ? (
          <p>This also deletes {familyWords(family)}. You can undo it right after.</p>
        ) : (
          <p>Nothing else belongs to it. You can undo it right after.</p>
        )}
        <div className="row">
          <Button h={48} onClick={remove} disabled={old || !read}>
            Delete
          </Button>
          <Button variant="default" h={48} onClick={onClose}>
            Cancel
          </Button>
        </div>
      </div>
    </Dialog>
  );
}
