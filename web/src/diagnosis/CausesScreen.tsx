import { CAUSE_FAMILIES, FAMILIES, readCauseTable, writeCauseTable } from '@sendero/core';
import { Button } from '@mantine/core';
import { useState } from 'react';
import { Link } from 'react-router';
import { Parts } from '../app/Parts.tsx';
import { FileButton } from '../app/FileButton.tsx';
import { saveFile } from '../app/saveFile.ts';
import { useOfferUndo } from '../app/Undo.tsx';
import { useDevice } from '../data/hooks.ts';
import { CauseDrawing } from './CauseDrawing.tsx';
import { FAMILY_WORDS } from './causeWords.ts';
import { useCauses } from './useCauses.ts';
import styles from './diagnosis.module.css';

/** Every cause the app goes by, by family; or a workspace’s own, from a file. */
export default function CausesScreen() {
  const { causes, own } = useCauses();
  const families = own
    ? [{ title: `From ${own.name}`, names: Object.keys(causes) }]
    : FAMILIES.map((family) => ({
        title: FAMILY_WORDS[family],
        names: Object.keys(CAUSE_FAMILIES[family]),
      }));
  return (
    <Parts>
      <h1>Why a stand fails</h1>
      <p>
        What each cause looks like, what would settle it, what to change and when.{' '}
        {own ? (
          <>The odds beside each sign are this workspace’s own.</>
        ) : (
          <>
            The odds beside each sign are{' '}
            <span className="default-mark">defaults of this app, nobody’s research</span>.
          </>
        )}
      </p>
      {families.map(({ title, names }) => (
        <section key={title}>
          <h2>{title}</h2>
          <ul className={styles.gallery}>
            {names.map((name) => (
              <li key={name}>
                <Link to={`/causes/${name}`}>
                  <CauseDrawing
                    cause={name}
                    scope={causes[name]!.scope}
                    says={causes[name]!.says}
                    named
                  />
                  {causes[name]!.says}
                </Link>
              </li>
            ))}
          </ul>
        </section>
      ))}
      <OwnCauses />
    </Parts>
  );
}

/** The table as a file, to be changed and brought back. */
function OwnCauses() {
  const device = useDevice();
  const offer = useOfferUndo();
  const { causes, own } = useCauses();
  const [problems, setProblems] = useState<string[]>([]);
  const bring = async (file: File) => {
    const read = readCauseTable(await file.text());
    setProblems(read.ok ? [] : read.problems);
    if (!read.ok) return;
    const data = { name: file.name.slice(0, 80), causes: read.causes as never };
    const saved = own ? device.put('causeTable', data, own.id) : device.put('causeTable', data);
    if (!saved.ok) setProblems(Object.values(saved.problems));
    else
      offer({
        says: `From now on by ${file.name}: ${Object.keys(read.causes).length} causes.`,
        undo: () =>
          own
            ? device.put('causeTable', { name: own.name, causes: causes as never }, own.id)
            : device.remove('causeTable', saved.id),
      });
  };
  return (
    <section className="sheet stack tight" aria-label="Causes of your own">
      <h2>Causes of your own</h2>
      <p>
        Save the table as a file, change its words, odds or checks, take causes out or add some, and
        bring it back: everybody in the workspace goes by it. Chances are then no longer those that
        simulated cases measured.
      </p>
      <div className="row">
        <Button
          variant="default"
          h={48}
          onClick={() => saveFile('causes.json', 'application/json', writeCauseTable(causes))}
        >
          Save as a file
        </Button>
        <FileButton accept=".json,application/json" onFile={(file) => void bring(file)}>
          Bring a file
        </FileButton>
        {own && (
          <Button variant="subtle" h={48} onClick={() => device.remove('causeTable', own.id)}>
            Go by the app’s causes again
          </Button>
        )}
      </div>
      {problems.length > 0 && (
        <div className="rule-left signal" role="alert">
          <p>This file was not taken. Mend it and bring it again:</p>
          <ul>
            {problems.map((says) => (
              <li key={says}>{says}</li>
            ))}
          </ul>
        </div>
      )}
    </section>
  );
}
