import { ACRE_M2, CROP_FACTS, FOOT_M, readYieldTable } from '@sendero/core';
import { Button } from '@mantine/core';
import { parse } from 'papaparse';
import { useState } from 'react';
import { FileButton } from '../app/FileButton.tsx';
import { useOfferUndo } from '../app/Undo.tsx';
import { useDevice } from '../data/hooks.ts';
import { useUnits } from '../units/useUnits.ts';
import type { Replant } from './useReplant.ts';

const HECTARE_M2 = 10_000;

/** A table of the country one works in, in place of the app’s curves. */
export function LocalTable({ replant: { planting, table } }: { replant: Replant }) {
  const device = useDevice();
  const offer = useOfferUndo();
  const units = useUnits();
  const [problem, setProblem] = useState<string | null>(null);
  const { crop } = planting.data;
  const { denseStand, label } = CROP_FACTS[crop];
  const us = units.system === 'us';
  const toPerM2 = denseStand ? (us ? 1 / FOOT_M ** 2 : 1) : 1000 / (us ? ACRE_M2 : HECTARE_M2);
  const written = denseStand
    ? us
      ? 'plants per ft²'
      : 'plants per m²'
    : us
      ? 'thousand plants an acre'
      : 'thousand plants a hectare';
  const bring = async (file: File) => {
    const read = readYieldTable(parse<string[]>((await file.text()).trim()).data, toPerM2);
    setProblem(read.ok ? null : read.problem);
    if (!read.ok) return;
    const { daysAfterBest, plantsPerM2, shares } = read.table;
    const data = {
      crop,
      name: file.name.slice(0, 80),
      daysAfterBest: [...daysAfterBest],
      plantsPerM2: [...plantsPerM2],
      shares: shares.map((line) => [...line]),
    };
    const before = table?.data;
    const saved = table
      ? device.put('responseCurve', data, table.id)
      : device.put('responseCurve', data);
    if (!saved.ok)
      return setProblem(Object.values(saved.problems)[0] ?? 'This table cannot be kept.');
    offer({
      says: `${label} is judged by ${file.name} from now on.`,
      undo: () =>
        before
          ? device.put('responseCurve', before, table!.id)
          : device.remove('responseCurve', saved.id),
    });
  };
  return (
    <div className="stack tight">
      <p className="small">
        {table ? (
          <>
            By <strong>{table.data.name}</strong>, this workspace’s own: straight from its dates and
            stands, between them by curves that never turn, beyond its edges as at its edge, below
            its thinnest stand in proportion to the plants.
          </>
        ) : (
          <span className="default-mark">
            Curves of this app, nobody’s research: bring your own
          </span>
        )}
      </p>
      <p className="small soft">
        A CSV file: in its first line stands in {written}, then a line for each date, beginning with
        its days after the best one, in per cent of a full yield.
      </p>
      <div className="row">
        <FileButton accept=".csv,text/csv" onFile={(file) => void bring(file)}>
          Bring a local table
        </FileButton>
        {table && (
          <Button variant="subtle" h={48} onClick={() => device.remove('responseCurve', table.id)}>
            Go by the app’s curves again
          </Button>
        )}
      </div>
      {problem && (
        <p className="rule-left signal" role="alert">
          This table was not taken. {problem}
        </p>
      )}
    </div>
  );
}
