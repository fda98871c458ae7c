import { Dialog } from './Dialog.tsx';

const KEYS: [string, [string[], string][]][] = [
  [
    'Anywhere',
    [
      [['?'], 'These keys'],
      [['R'], 'Reckoner'],
      [['Tab'], 'Next control'],
    ],
  ],
  [
    'Counting',
    [
      [['1', 'Space', 'Volume up', 'Headset'], 'A plant in step'],
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
    'Visits',
    [
      [['Shift ←', 'Shift →'], 'A day earlier, a day later'],
      [['Shift ↑', 'Shift ↓'], 'A week earlier, a week later'],
      [['Enter'], 'Open the visit'],
    ],
  ],
  [
    'Trench check',
    [
      [['2', '3'], 'Two digits are a depth: 2⅜ in, or 2.3 cm'],
      [['Enter'], 'Whole depth, or next seed'],
      [['L'], 'Kicked out of place: lost'],
      [['D'], 'In dry soil, in moisture, not said'],
      [['G'], 'As deep as the gauge'],
      [['↑', '↓', '←', '→'], 'Move between seeds and rows'],
      [['⌫'], 'Take the seed out'],
      [['Z'], 'Undo'],
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

/** The list of keys, for where there is a keyboard. */
export default function KeyList({ onClose }: { onClose(): void }) {
  return (
    <Dialog title="Keys" onClose={onClose}>
      <div className="columns half">
        <Keys />
      </div>
    </Dialog>
  );
}

/** Each place with its keys. */
export function Keys() {
  return KEYS.map(([where, keys]) => (
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
  ));
}
