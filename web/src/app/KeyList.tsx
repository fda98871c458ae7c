import { Dialog } from './Dialog.tsx';

const KEYS: [string, [string[], string][]][] = [
  [
    'Anywhere',
    [
      [['?'], 'These keys'],
      [['Tab'], 'Next control'],
    ],
  ],
  [
    'Counting',
    [
      [['1', 'Space'], 'A plant in step'],
      [['2'], 'One leaf stage behind'],
      [['3'], 'Two or more behind'],
      [['Z', '⌫'], 'Undo the last tap'],
      [['Enter', '→'], 'Next row'],
      [['←'], 'Row before'],
      [['N'], 'Next stop'],
      [['T'], 'Tape in this row'],
    ],
  ],
  [
    'Tape',
    [
      [['Enter'], 'Add the position typed'],
      [['P'], 'Plant here'],
      [['←', '→'], 'Move the cursor'],
      [['S'], 'Empty place: step on'],
      [['Z'], 'Undo'],
    ],
  ],
];

/** The list of keys. */
export default function KeyList({ onClose }: { onClose(): void }) {
  return (
    <Dialog title="Keys" onClose={onClose}>
      <div className="columns half">
        {KEYS.map(([where, keys]) => (
          <section key={where} className="stack tight">
            <h2>{where}</h2>
            {keys.map(([names, what]) => (
              <div key={what} className="row spread">
                <span>{what}</span>
                <span>
                  {names.map((name) => (
                    <kbd key={name}>{name}</kbd>
                  ))}
                </span>
              </div>
            ))}
          </section>
        ))}
      </div>
    </Dialog>
  );
}
