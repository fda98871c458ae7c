import type { Kept } from '@sendero/core';
import { Button } from '@mantine/core';
import { useDevice } from '../data/hooks.ts';

/** Kinds that can be put out of the way. */
export type Archivable = 'grower' | 'field' | 'planter' | 'planting';

/** What was put out of the way, with the way back. */
export function Archived<K extends Archivable>({
  kind,
  records,
  nameOf,
}: {
  kind: K;
  records: readonly Kept<K>[];
  nameOf(record: Kept<K>): string;
}) {
  const device = useDevice();
  if (records.length === 0) return null;
  return (
    <details className="sheet">
      <summary>
        Archived {kind}s: {records.length}
      </summary>
      <ul className="list-plain">
        {records.map((record) => (
          <li key={record.id} className="row spread" style={{ minHeight: 48 }}>
            {nameOf(record)}
            <Button
              variant="subtle"
              h={44}
              aria-label={`Bring back ${nameOf(record)}`}
              onClick={() =>
                device.change(kind, record.id, (data) => ({ ...data, archived: false }))
              }
            >
              Bring back
            </Button>
          </li>
        ))}
      </ul>
    </details>
  );
}
