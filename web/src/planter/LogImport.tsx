import {
  guessLogMapping,
  LOG_FIELD_NAMES,
  LOG_FIELDS,
  missingFields,
  unitsOf,
  type LogMapping,
  type PlanterLog,
} from '@sendero/core';
import { Button, NativeSelect } from '@mantine/core';
import { useEffect, useRef, useState } from 'react';
import { Link } from 'react-router';
import { FileButton } from '../app/FileButton.tsx';
import { Dialog } from '../app/Dialog.tsx';
import { useDevice } from '../data/hooks.ts';
import { RoadProblem } from '../data/road.ts';
import { previewLog, type LogPreview } from './previewLog.ts';
import { useCancelLogMutation, useDeleteLogMutation, useLogsOfQuery } from './planterLogsApi.ts';
import { sendLog } from './sendLog.ts';
import styles from './planter.module.css';

interface Chosen {
  file: File;
  preview: LogPreview;
  mapping: LogMapping;
}

/** Reads a planter log: choose the file, confirm which column is which, watch it being read. */
export function LogImport({
  plantingId,
  compared,
  onCompare,
}: {
  plantingId: string;
  /** Log that the ground is compared with now. */
  compared: string | null;
  onCompare(log: PlanterLog | null): void;
}) {
  const [chosen, setChosen] = useState<Chosen | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const device = useDevice();
  const [sending, setSending] = useState(false);
  const abort = useRef<AbortController | null>(null);
  useEffect(() => () => abort.current?.abort(), []);
  const [cancel] = useCancelLogMutation();
  const [remove] = useDeleteLogMutation();
  const [deleting, setDeleting] = useState<PlanterLog | null>(null);
  const {
    data: logs = [],
    isError,
    refetch,
  } = useLogsOfQuery(plantingId, { pollingInterval: sending ? 700 : 0 });
  const choose = async (file: File) => {
    setProblem(null);
    const preview = await previewLog(file);
    if (!preview)
      return setProblem(
        'This is no planter log: choose a CSV file with a header line, or GeoJSON points.',
      );
    setChosen({ file, preview, mapping: guessLogMapping(preview.headers, preview.sample) });
  };
  const start = async ({ file, preview, mapping }: Chosen) => {
    const control = new AbortController();
    abort.current = control;
    setSending(true);
    setChosen(null);
    try {
      const sent = await sendLog(
        device.road,
        { plantingId, file, format: preview.format, mapping },
        {
          behind: () => device.recordsSent(),
          wait: (ms) => new Promise((resolve) => setTimeout(resolve, ms)),
          signal: control.signal,
        },
      );
      if (sent.status === 'done') onCompare(sent);
    } catch (error) {
      if (control.signal.aborted) return;
      setProblem(
        error instanceof RoadProblem
          ? error.message
          : 'The file could not be read: choose it again.',
      );
    } finally {
      setSending(false);
      void refetch();
    }
  };
  return (
    <div className="stack tight">
      {!sending && !chosen && (
        <FileButton accept=".csv,.txt,.json,.geojson" onFile={(file) => void choose(file)}>
          Choose a planter log (CSV or GeoJSON)
        </FileButton>
      )}
      {problem && (
        <p className="warn" role="alert">
          {problem}
        </p>
      )}
      {chosen && (
        <ColumnsForm
          chosen={chosen}
          onMapping={(mapping) => setChosen({ ...chosen, mapping })}
          onCancel={() => setChosen(null)}
          onStart={() => void start(chosen)}
        />
      )}
      {isError && (
        <p className="small soft">
          Logs are kept on the server: they show when there is a connection.
        </p>
      )}
      <ul className="list-plain">
        {logs.map((log) => (
          <LogLine
            key={log.id}
            log={log}
            compared={log.id === compared}
            onCompare={() => onCompare(log.id === compared ? null : log)}
            onCancel={() => void cancel(log.id)}
            onDelete={() => setDeleting(log)}
          />
        ))}
      </ul>
      {deleting && (
        <Dialog title={`Delete ${deleting.name}?`} onClose={() => setDeleting(null)}>
          <div className="stack">
            <p>
              Its {deleting.records.toLocaleString('en')} records leave the server for good. To have
              them again, the file must be sent again.
            </p>
            <div className="row">
              <Button
                h={48}
                onClick={() => {
                  if (deleting.id === compared) onCompare(null);
                  void remove(deleting.id)
                    .unwrap()
                    .catch(() =>
                      setProblem('Deleting a log needs a connection: try again when there is one.'),
                    );
                  setDeleting(null);
                }}
              >
                Delete
              </Button>
              <Button variant="default" h={48} onClick={() => setDeleting(null)}>
                Cancel
              </Button>
            </div>
          </div>
        </Dialog>
      )}
    </div>
  );
}

function ColumnsForm({
  chosen: { file, preview, mapping },
  onMapping,
  onCancel,
  onStart,
}: {
  chosen: Chosen;
  onMapping(mapping: LogMapping): void;
  onCancel(): void;
  onStart(): void;
}) {
  const missing = missingFields(mapping);
  return (
    <form
      className="stack tight"
      aria-label="Columns of the log"
      onSubmit={(event) => {
        event.preventDefault();
        onStart();
      }}
    >
      <p>
        <strong>{file.name}</strong>: which column is which?
      </p>
      <div className="stack tight">
        {LOG_FIELD_NAMES.map((field) => {
          const mapped = mapping[field];
          const at = mapped ? preview.headers.indexOf(mapped.column) : -1;
          return (
            <div key={field} className="row" style={{ flexWrap: 'nowrap', alignItems: 'end' }}>
              <NativeSelect
                label={`${LOG_FIELDS[field].label}${LOG_FIELDS[field].needed ? '' : ' (optional)'}`}
                description={at >= 0 ? `first line: ${preview.sample[at]}` : undefined}
                value={mapped?.column ?? ''}
                style={{ flex: 2 }}
                data={[
                  { value: '', label: 'not in the log' },
                  ...preview.headers.map((header) => ({ value: header, label: header })),
                ]}
                onChange={(event) => {
                  const column = event.currentTarget.value;
                  const { [field]: _, ...others } = mapping;
                  onMapping(
                    column
                      ? {
                          ...mapping,
                          [field]: { column, unit: mapped?.unit ?? unitsOf(field)[0]! },
                        }
                      : others,
                  );
                }}
              />
              {mapped && unitsOf(field).length > 1 && (
                <NativeSelect
                  aria-label={`Unit of ${LOG_FIELDS[field].label}`}
                  value={mapped.unit}
                  style={{ flex: 1 }}
                  data={unitsOf(field)}
                  onChange={(event) =>
                    onMapping({
                      ...mapping,
                      [field]: { ...mapped, unit: event.currentTarget.value },
                    })
                  }
                />
              )}
            </div>
          );
        })}
      </div>
      {missing.length > 0 && (
        <p className="warn">
          Choose a column for{' '}
          {missing.map((field) => LOG_FIELDS[field].label.toLowerCase()).join(', ')}.
        </p>
      )}
      <div className="row">
        <Button type="submit" h={48} disabled={missing.length > 0}>
          Read the log
        </Button>
        <Button variant="default" h={48} onClick={onCancel}>
          Cancel
        </Button>
      </div>
    </form>
  );
}

function LogLine({
  log,
  compared,
  onCompare,
  onCancel,
  onDelete,
}: {
  log: PlanterLog;
  compared: boolean;
  onCompare(): void;
  onCancel(): void;
  onDelete(): void;
}) {
  const share = log.bytes > 0 ? Math.min(1, log.bytesRead / log.bytes) : null;
  return (
    <li className="task">
      <div>
        <strong>{log.name}</strong>
        <div className="small soft">
          {log.status === 'reading'
            ? `${log.records.toLocaleString('en')} records read`
            : log.status === 'done'
              ? `${log.records.toLocaleString('en')} records${log.broken > 0 ? `, ${log.broken.toLocaleString('en')} broken lines left out` : ''}`
              : log.status === 'stopped'
                ? `Stopped at ${Math.round(100 * (share ?? 0))} %. Choose the same file again and it goes on from there.`
                : (log.problem ?? log.status)}
        </div>
        {log.status === 'reading' && (
          <progress
            className={styles.progress}
            value={share ?? undefined}
            max={1}
            aria-label={`Reading ${log.name}`}
          />
        )}
        {log.brokenLines.length > 0 && log.status !== 'reading' && (
          <details>
            <summary>Broken lines</summary>
            <ul className="small">
              {log.brokenLines.slice(0, 20).map(({ line, problem }) => (
                <li key={line}>
                  Line {line}: {problem}
                </li>
              ))}
            </ul>
            {log.broken > 20 && <p className="small soft">The first 20 of {log.broken}.</p>}
          </details>
        )}
      </div>
      {log.status === 'reading' ? (
        <button className="tool" onClick={onCancel}>
          Cancel
        </button>
      ) : (
        <span className="row">
          {log.status === 'done' && (
            <Link className="tool" to={`/plantings/${log.plantingId}/log/${log.id}`}>
              Over the field
            </Link>
          )}
          {log.status === 'done' && (
            <button className="tool" aria-pressed={compared} onClick={onCompare}>
              {compared ? 'Compared' : 'Compare'}
            </button>
          )}
          <button className="tool bare" onClick={onDelete} aria-label={`Delete ${log.name}`}>
            Delete
          </button>
        </span>
      )}
    </li>
  );
}
