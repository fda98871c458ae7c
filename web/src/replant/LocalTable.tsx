import {
  ACRE_M2,
  CROP_FACTS,
  FOOT_M,
  readStrips,
  readYieldTable,
  type ResponseCurve,
} from '@sendero/core';
import { Button } from '@mantine/core';
import { parse } from 'papaparse';
import { useState } from 'react';
import { FileButton } from '../app/FileButton.tsx';
import { useOfferUndo } from '../app/Undo.tsx';
import { useDevice } from '../data/hooks.ts';
import { useUnits } from '../units/useUnits.ts';
import type { Replant } from './useReplant.ts';

const HECTARE_M2 = 10_000;

/** What stands bear where one works: a table in place of the app’s curves, and strips of one’s own that bend them. */
export function LocalTable({ replant: { planting, curve, reading } }: { replant: Replant }) {
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
  const own: ResponseCurve = curve?.data ?? { crop, table: null, strips: [] };
  const take = (change: Partial<ResponseCurve>, says: string) => {
    const saved = device.put('responseCurve', { ...own, ...change }, curve?.id);
    if (!saved.ok)
      return setProblem(Object.values(saved.problems)[0] ?? 'This file cannot be kept.');
    setProblem(null);
    offer({ says, undo: () => device.put('responseCurve', own, saved.id) });
  };
  const linesOf = async (file: File) => parse<string[]>((await file.text()).trim()).data;
  const bringTable = async (file: File) => {
    const read = readYieldTable(await linesOf(file), toPerM2);
    if (!read.ok) return setProblem(read.problem);
    const { daysAfterBest, plantsPerM2, shares } = read.table;
    take(
      {
        table: {
          name: file.name.slice(0, 80),
          daysAfterBest: [...daysAfterBest],
          plantsPerM2: [...plantsPerM2],
          shares: shares.map((line) => [...line]),
        },
      },
      `${label} is judged by ${file.name} from now on.`,
    );
  };
  const bringStrips = async (file: File) => {
    const read = readStrips(await linesOf(file), toPerM2);
    if (!read.ok) return setProblem(read.problem);
    take({ strips: read.strips }, `${read.strips.length} strips of your own bend the curve.`);
  };
  const bend = reading.case?.bend;
  return (
    <div className="stack tight">
      <p className="small">
        {own.table ? (
          <>
            By <strong>{own.table.name}</strong>, this workspace’s own: straight from its dates and
            stands, between them by curves that never turn, beyond its edges as at its edge, below
            its thinnest stand in proportion to the plants.
          </>
        ) : (
          <span className="default-mark">
            Curves of this app, nobody’s research: bring your own
          </span>
        )}
        {own.strips.length > 0 && bend && (
          <>
            {' '}
            {own.strips.length} strips of your own bend it: a thin stand loses{' '}
            {bend.power > 1 ? 'more' : 'less'} than it says (to the power of{' '}
            {units.fixed(bend.power, 2)}
            ).
          </>
        )}
      </p>
      <p className="small soft">
        A table is a CSV file: in its first line stands in {written}, then a line for each date,
        beginning with its days after the best one, in per cent of a full yield. Strips: a line
        each, stand and yield.
      </p>
      <div className="row">
        <FileButton accept=".csv,text/csv" onFile={(file) => void bringTable(file)}>
          Bring a local table
        </FileButton>
        <FileButton accept=".csv,text/csv" onFile={(file) => void bringStrips(file)}>
          Bring strips of your own
        </FileButton>
        {(own.table || own.strips.length > 0) && (
          <Button
            variant="subtle"
            h={48}
            onClick={() =>
              take({ table: null, strips: [] }, `${label} is judged by the app’s curves again.`)
            }
          >
            Go by the app’s curves again
          </Button>
        )}
      </div>
      {problem && (
        <p className="rule-left signal" role="alert">
          This file was not taken. {problem}
        </p>
      )}
    </div>
  );
}
