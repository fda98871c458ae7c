import type { TrialReading } from '@sendero/core';
import { Button } from '@mantine/core';
import { useState } from 'react';
import { FileButton } from '../app/FileButton.tsx';
import { saveFile } from '../app/saveFile.ts';
import { readStrips, stripShapes, writeStrips, type ReadStrips } from './stripFiles.ts';
import { useKeepStrips } from './useKeepStrips.ts';

/** Strips as a spreadsheet, out and in again, and as shapes for other programs. */
export default function StripFiles({ reading }: { reading: TrialReading }) {
  const keep = useKeepStrips(reading);
  const [read, setRead] = useState<ReadStrips | null>(null);
  const [kept, setKept] = useState<number | null>(null);
  const name = `${reading.field.data.name} ${reading.planting.data.season} strips`;
  const shapes = stripShapes(reading);
  return (
    <div className="stack tight">
      <div className="row">
        <button
          className="tool"
          onClick={() => saveFile(`${name}.csv`, 'text/csv', writeStrips(reading))}
        >
          Save as CSV
        </button>
        {shapes && (
          <button
            className="tool"
            onClick={() => saveFile(`${name}.geojson`, 'application/geo+json', shapes)}
          >
            Save as GeoJSON
          </button>
        )}
        <FileButton
          accept=".csv,text/csv"
          onFile={(file) =>
            void file.text().then((text) => {
              setKept(null);
              setRead(readStrips(text, reading));
            })
          }
        >
          Bring a CSV back
        </FileButton>
      </div>
      {!shapes && (
        <p className="small soft">
          For GeoJSON draw the field’s outline and say how its passes go, on the map.
        </p>
      )}
      {read && (
        <div className="stack tight" role="status">
          {read.problems.length > 0 && (
            <ul className="warn">
              {read.problems.map((says) => (
                <li key={says}>{says}</li>
              ))}
            </ul>
          )}
          <p>
            {read.changes.length === 0
              ? 'No strip can be taken from this file.'
              : `${read.changes.length} strips can be taken${read.problems.length > 0 ? ', without the lines above' : ''}.`}
          </p>
          {read.changes.length > 0 && (
            <Button
              h={44}
              style={{ alignSelf: 'start' }}
              onClick={() => {
                const problems = keep(read.changes);
                if (Object.keys(problems).length > 0)
                  return setRead({ changes: [], problems: Object.values(problems) });
                setKept(read.changes.length);
                setRead(null);
              }}
            >
              Take {read.changes.length} strips
            </Button>
          )}
        </div>
      )}
      {kept !== null && <p role="status">{kept} strips are taken from the file.</p>}
    </div>
  );
}
