import {
  gapsText,
  idFor,
  readRowGaps,
  readSeedLog,
  targetSpacing,
  type SeedRun,
} from '@sendero/core';
import { Button } from '@mantine/core';
import Papa from 'papaparse';
import { useState } from 'react';
import { FileButton } from '../app/FileButton.tsx';
import { useOfferUndo } from '../app/Undo.tsx';
import { newId } from '../data/newId.ts';
import { useDevice, useOne } from '../data/hooks.ts';
import type { useTrenchCheck } from '../depth/useTrenchCheck.ts';
import { useUnits } from '../units/useUnits.ts';

/** Bytes of the biggest file that is read here. */
const MOST_BYTES = 60_000_000;

/** A log with a line for each seed: long runs that tell a damaged cell, kept as tapes of the check. */
export function SeedLog({ check }: { check: NonNullable<ReturnType<typeof useTrenchCheck>> }) {
  const device = useDevice();
  const offer = useOfferUndo();
  const units = useUnits();
  const planter = useOne('planter', check.planting.data.planterId);
  const [read, setRead] = useState<{ name: string; runs: SeedRun[]; left: number } | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const stop = check.stops[0];
  if (!planter || planter.data.type === 'drill' || !stop) return null;
  const spacingM = targetSpacing({
    rowWidthM: check.planting.data.rowWidthM,
    populationPerM2: check.planting.data.seedsPerM2,
  });
  const bring = (file: File) => {
    setRead(null);
    if (file.size > MOST_BYTES)
      return setProblem('This file is over 60 MB: save one pass of it as a file of its own.');
    Papa.parse<string[]>(file, {
      skipEmptyLines: true,
      complete: ({ data }) => {
        const log = readSeedLog(data, planter.data.rows);
        setProblem(log.ok ? null : log.problem);
        if (log.ok) setRead({ name: file.name, runs: log.runs, left: log.left });
      },
      error: () => setProblem('This file cannot be read: save it as CSV.'),
    });
  };
  const gaps =
    read &&
    readRowGaps(
      read.runs.map(({ row, positionsM }) => ({
        row,
        plantingId: check.planting.id,
        placeId: read.name,
        on: check.walk.data.startedOn,
        positionsM,
        lengthM: positionsM.at(-1) ?? 0,
        spacingM,
      })),
      planter.data.cells,
    );
  const keep = () => {
    const made = read!.runs.map(({ row, positionsM }) => {
      const positions = positionsM.map((at) => Math.round(at * 1000) / 1000);
      const data = {
        stopId: stop.id,
        type: 'tape' as const,
        row,
        positionsM: positions,
        readToM: Math.max(0.1, positions.at(-1) ?? 0.1),
        typed: positions.map(() => ''),
      };
      return { id: idFor('observation', data, newId), data };
    });
    for (const { id, data } of made) {
      const saved = device.put('observation', data, id);
      if (!saved.ok) return setProblem(Object.values(saved.problems)[0] ?? null);
    }
    setRead(null);
    offer({
      says: `The seeds of ${made.length} rows are kept with this check.`,
      undo: () => made.forEach(({ id }) => device.remove('observation', id)),
    });
  };
  return (
    <section className="sheet stack tight" aria-label="Seed by seed">
      <h2>Seed by seed</h2>
      <p className="small">
        A log with a line for each seed, as CSV: a column row, and one like distance_m or
        distance_ft. Its long runs tell a damaged cell that tapes are too short for.
      </p>
      <FileButton accept=".csv,text/csv,.txt" onFile={bring}>
        Bring a file
      </FileButton>
      {problem && (
        <p className="warn" role="alert">
          {problem}
        </p>
      )}
      {read && gaps && (
        <>
          {gaps.some(({ repeating }) => repeating) ? (
            gaps
              .filter(({ repeating }) => repeating)
              .map((one) => (
                <p key={one.row} className="rule-left signal">
                  <strong>
                    Row {one.row}: {gapsText(one)}.
                  </strong>
                </p>
              ))
          ) : (
            <p className="rule-left leaf">No row’s gaps come again with the turn of its disc.</p>
          )}
          <p className="small soft">
            {read.runs.length} rows, up to{' '}
            {units.show(
              Math.max(...read.runs.map(({ positionsM }) => positionsM.at(-1) ?? 0)),
              'distance',
            )}{' '}
            in one stretch
            {read.left > 0 && `; ${read.left} lines could not be read and are left out`}.
          </p>
          <Button h={48} onClick={keep} style={{ alignSelf: 'start' }}>
            Keep with this check
          </Button>
        </>
      )}
    </section>
  );
}
