import { canCombine, combine, KIND_NAMES, linksTo, type Kept, type Kind } from '@sendero/core';
import { Button, NativeSelect } from '@mantine/core';
import { useState } from 'react';
import { useStore } from 'react-redux';
import { Dialog } from '../app/Dialog.tsx';
import { useOfferUndo, useRemove } from '../app/Undo.tsx';
import type { Draft, Marked } from '../data/device.ts';
import { selectAll, useAll, useDevice } from '../data/hooks.ts';
import { useAppSelector, type RootState } from '../data/store.ts';
import type { Archivable } from './Archived.tsx';
import { DeleteDialog } from './DeleteDialog.tsx';
import { MoreItem, MoreMenu } from './MoreMenu.tsx';

/** What can be done with a grower, field, planter or planting beside working with it; all of it can be taken back. */
export function RecordMenu<K extends Archivable>({
  record,
  name,
  nameOf,
  onEdit,
  onDeleted,
}: {
  record: Kept<K>;
  name: string;
  /** Names another of its kind, to choose it by. */
  nameOf(other: Kept<K>): string;
  onEdit(): void;
  onDeleted?(): void;
}) {
  const { kind, id } = record;
  const device = useDevice();
  const offer = useOfferUndo();
  const remove = useRemove();
  const [merging, setMerging] = useState(false);
  const [deleting, setDeleting] = useState(false);
  const { archived } = record.data;
  const twins = useAll(kind).filter(
    (other) => other.id !== id && canCombine(kind, record.data, other.data),
  );
  const empty = useAppSelector((state) => !hasChildren(state, kind, id));
  const setArchived = (next: boolean) =>
    device.change(kind, id, (data) => ({ ...data, archived: next }));
  const removeEmpty = () => {
    remove(kind, id, `${name} deleted.`);
    onDeleted?.();
  };
  return (
    <>
      <MoreMenu name={name}>
        <MoreItem onClick={onEdit}>Edit</MoreItem>
        <MoreItem
          onClick={() => {
            setArchived(!archived);
            offer({
              says: archived ? `${name} is back.` : `${name} archived.`,
              undo: () => setArchived(archived),
            });
          }}
        >
          {archived ? 'Bring back' : 'Archive'}
        </MoreItem>
        {twins.length > 0 && <MoreItem onClick={() => setMerging(true)}>Merge</MoreItem>}
        {(empty || kind === 'field' || kind === 'planting') && (
          <MoreItem onClick={() => (empty ? removeEmpty() : setDeleting(true))}>Delete</MoreItem>
        )}
      </MoreMenu>
      {deleting && (
        <DeleteDialog
          record={record}
          name={name}
          onClose={() => setDeleting(false)}
          onDeleted={onDeleted}
        />
      )}
      {merging && (
        <MergeDialog
          record={record}
          name={name}
          twins={twins}
          nameOf={nameOf}
          onClose={() => setMerging(false)}
        />
      )}
    </>
  );
}

/** Whether something that is not deleted belongs to a record. */
const hasChildren = (state: RootState, kind: Kind, id: string) =>
  KIND_NAMES.some((child) =>
    linksTo(child, kind).some((link) => state.records[child].children[link]!.has(id)),
  );

/** Two that are the same, entered twice: what would happen, then one step that does it. */
function MergeDialog<K extends Archivable>({
  record,
  name,
  twins,
  nameOf,
  onClose,
}: {
  record: Kept<K>;
  name: string;
  twins: readonly Kept<K>[];
  nameOf(other: Kept<K>): string;
  onClose(): void;
}) {
  const { kind } = record;
  const device = useDevice();
  const store = useStore<RootState>();
  const offer = useOfferUndo();
  const [intoId, setIntoId] = useState(twins[0]!.id);
  const [problem, setProblem] = useState<string | null>(null);
  const twin = twins.find(({ id }) => id === intoId)!;
  const { into, moved } = combine(kind, record, twin, (some) => selectAll(store.getState(), some));
  const merge = () => {
    const before = moved.map(({ kind: child, id }) => ({
      kind: child,
      id,
      data: store.getState().records[child].byId.get(id)!.data,
    }));
    const gone: Marked = { op: 'delete', kind, id: record.id, mergedInto: twin.id };
    const done = device.putAll([{ kind, id: twin.id, data: into } as Draft, ...moved, gone]);
    if (!done.ok) return setProblem(Object.values(done.problems)[0]!);
    offer({
      says: `${name} is now ${nameOf(twin)}.`,
      undo: () =>
        void device.putAll([
          { op: 'restore', kind, id: record.id },
          { kind, id: twin.id, data: twin.data } as Draft,
          ...before,
        ]),
    });
    onClose();
  };
  return (
    <Dialog title={`Merge ${name}`} onClose={onClose}>
      <div className="stack">
        <NativeSelect
          label={`Is the same ${kind} as`}
          value={intoId}
          onChange={(event) => setIntoId(event.currentTarget.value)}
          data={twins.map((other) => ({ value: other.id, label: nameOf(other) }))}
        />
        <p>
          {moved.length === 0
            ? `Nothing belongs to ${name}.`
            : `What belongs to ${name} (${partsOf(moved)}) then belongs to ${nameOf(twin)}.`}{' '}
          {nameOf(twin)} keeps what it says and takes what it lacks; {name} is deleted.
        </p>
        {problem && (
          <p className="warn" role="alert">
            {problem}
          </p>
        )}
        <div className="row">
          <Button h={48} onClick={merge}>
            Merge
          </Button>
          <Button variant="default" h={48} onClick={onClose}>
            Cancel
          </Button>
        </div>
      </div>
    </Dialog>
  );
}

/** @example partsOf([{ kind: 'field' }, { kind: 'field' }]) // '2 fields' */
function partsOf(moved: readonly { kind: Kind }[]): string {
  const kinds = [...new Set(moved.map(({ kind }) => kind))];
  return kinds
    .map((kind) => {
      const many = moved.filter((one) => one.kind === kind).length;
      return `${many} ${kind}${many === 1 ? '' : 's'}`;
    })
    .join(', ');
}
