import { capital, EVIDENCE_FACTS, type DiagnosticSign } from '@sendero/core';
import { Button, NativeSelect } from '@mantine/core';
import { useState } from 'react';
import { useDevice } from '../data/hooks.ts';
import type { Diagnosis } from './useDiagnosis.ts';
import type { KeepEvidence } from './useKeepEvidence.ts';

const SIGNS = (Object.entries(EVIDENCE_FACTS) as [DiagnosticSign, { says: string }][])
  .map(([value, { says }]) => ({ value, label: capital(says) }))
  .sort((a, b) => a.label.localeCompare(b.label));

/** What somebody saw that no record holds: a sign, of a row or of the whole, there or looked for and not there. */
export function EvidenceByHand({
  diagnosis: { byHand, table },
  rows,
  keep,
}: {
  diagnosis: Diagnosis;
  rows: number;
  keep: KeepEvidence;
}) {
  const device = useDevice();
  const [row, setRow] = useState('');
  const [sign, setSign] = useState('');
  const add = (found: boolean) => {
    keep({ about: 'sign', name: sign, row: row === '' ? null : Number(row) }, found);
    setSign('');
  };
  return (
    <details>
      <summary>Add what you saw{byHand.length > 0 ? ` (${byHand.length} added)` : ''}</summary>
      <div className="stack tight">
        {byHand.map(({ id, data }) => (
          <div key={id} className="row spread">
            <span>
              {data.row === null ? 'The machine or field' : `Row ${data.row}`}:{' '}
              {data.about === 'check'
                ? `${table[data.name]?.says ?? data.name}, checked: ${data.found ? 'it is so' : 'it is not so'}`
                : (EVIDENCE_FACTS[data.name as DiagnosticSign]?.[data.found ? 'says' : 'absent'] ??
                  data.name)}
            </span>
            <Button variant="subtle" h={44} onClick={() => device.remove('evidence', id)}>
              Take out
            </Button>
          </div>
        ))}
        <NativeSelect
          label="Where"
          value={row}
          onChange={(event) => setRow(event.currentTarget.value)}
          data={[
            { value: '', label: 'The machine or the field' },
            ...Array.from({ length: rows }, (_, i) => ({
              value: String(i + 1),
              label: `Row ${i + 1}`,
            })),
          ]}
        />
        <NativeSelect
          label="What"
          value={sign}
          onChange={(event) => setSign(event.currentTarget.value)}
          data={[{ value: '', label: 'Choose what you looked for' }, ...SIGNS]}
        />
        <div className="row">
          <Button h={48} variant="default" disabled={sign === ''} onClick={() => add(true)}>
            It is there
          </Button>
          <Button h={48} variant="default" disabled={sign === ''} onClick={() => add(false)}>
            It is not there
          </Button>
        </div>
      </div>
    </details>
  );
}
