import type { Kept } from '@sendero/core';
import { Button, NativeSelect, TextInput } from '@mantine/core';
import { useState } from 'react';
import { shortDate } from '../app/dates.ts';
import { useOfferUndo, useRemove } from '../app/Undo.tsx';
import { useChildren, useDevice, useToday } from '../data/hooks.ts';
import styles from './workshop.module.css';

/** Units that changed places in the workshop: their history goes with them. */
export function UnitMoves({ planter }: { planter: Kept<'planter'> }) {
  const device = useDevice();
  const offer = useOfferUndo();
  const remove = useRemove();
  const today = useToday();
  const moves = useChildren('unitMove', 'planterId', planter.id);
  const [rowA, setRowA] = useState('1');
  const [rowB, setRowB] = useState('2');
  const [on, setOn] = useState(today);
  const [problem, setProblem] = useState<string | null>(null);
  const rows = Array.from({ length: planter.data.rows }, (_, i) => ({
    value: String(i + 1),
    label: `Row ${i + 1}`,
  }));
  const keep = () => {
    const saved = device.put('unitMove', {
      planterId: planter.id,
      rowA: Number(rowA),
      rowB: Number(rowB),
      on,
    });
    setProblem(saved.ok ? null : (Object.values(saved.problems)[0] ?? null));
    if (saved.ok)
      offer({
        says: `Units of rows ${rowA} and ${rowB} changed places.`,
        undo: () => device.remove('unitMove', saved.id),
      });
  };
  return (
    <details className={styles.noPrint}>
      <summary>Units moved to another row{moves.length > 0 && ` (${moves.length})`}</summary>
      <div className="stack tight">
        <p className="small soft">
          When units change places, what is known of each row goes with its unit: over the years,
          and in the proof of a repair.
        </p>
        {moves.map(({ id, data }) => (
          <div key={id} className="row spread">
            <span>
              {shortDate(data.on)}, {data.on.slice(0, 4)}: rows {data.rowA} and {data.rowB} changed
              places
            </span>
            <Button variant="subtle" h={44} onClick={() => remove('unitMove', id, 'Taken out.')}>
              Take out
            </Button>
          </div>
        ))}
        <div className="row">
          <NativeSelect
            label="Unit of"
            value={rowA}
            onChange={(event) => setRowA(event.currentTarget.value)}
            data={rows}
          />
          <NativeSelect
            label="And of"
            value={rowB}
            onChange={(event) => setRowB(event.currentTarget.value)}
            data={rows}
          />
          <TextInput
            type="date"
            label="Changed places on"
            value={on}
            onChange={(event) => setOn(event.currentTarget.value)}
          />
        </div>
        {problem && (
          <p className="warn" role="alert">
            {problem}
          </p>
        )}
        <Button variant="default" h={48} onClick={keep} style={{ alignSelf: 'start' }}>
          They changed places
        </Button>
      </div>
    </details>
  );
}
