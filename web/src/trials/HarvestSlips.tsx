import { CROP_FACTS, type QuantityKind, type TrialReading, type TrialStrip } from '@sendero/core';
import { Button, NativeSelect, VisuallyHidden } from '@mantine/core';
import { useState } from 'react';
import { Fold } from '../app/Fold.tsx';
import { useToday } from '../data/hooks.ts';
import { useDraft } from '../fields/useDraft.ts';
import { enteredFrom, NOT_SETTLED, QuantityInput, type Entered } from '../units/QuantityInput.tsx';
import { useUnits } from '../units/useUnits.ts';
import { useKeepStrips } from './useKeepStrips.ts';
import styles from './trials.module.css';

const EMPTY: Entered = { text: '', value: null };
type Figure =
  | 'weightKg'
  | 'moisture'
  | 'lengthM'
  | 'widthM'
  | 'testWeightKgPerM3'
  | 'protein'
  | 'furrowMoisture';
const KINDS: Record<Figure, QuantityKind> = {
  weightKg: 'loadMass',
  moisture: 'content',
  lengthM: 'distance',
  widthM: 'distance',
  testWeightKgPerM3: 'testWeight',
  protein: 'content',
  furrowMoisture: 'content',
};
const FIGURES = Object.keys(KINDS) as Figure[];
const LABELS: Record<Figure, string> = {
  weightKg: 'Weight',
  moisture: 'Moisture',
  lengthM: 'Length, if not the plan’s',
  widthM: 'Width, if not the plan’s',
  testWeightKgPerM3: 'Test weight',
  protein: 'Protein',
  furrowMoisture: 'Water in the furrow at planting',
};

interface Slip {
  strip: string;
  figures: Record<Figure, Entered>;
}

/** Slips of a weigh wagon or cart, one strip after the other; half a slip is still there when one comes back. */
export function HarvestSlips({ reading }: { reading: TrialReading }) {
  const units = useUnits();
  const today = useToday();
  const keep = useKeepStrips(reading);
  const { trial, planting, strips } = reading;
  const open = strips.filter(({ done, figures }) => done !== null && figures.yield === undefined);
  const blank = (strip: string): Slip => ({
    strip,
    figures: Object.fromEntries(FIGURES.map((name) => [name, EMPTY])) as Slip['figures'],
  });
  const draft = useDraft<Slip, 'trialStrip'>(`slip of trial ${trial.id}`, undefined, () =>
    blank(String(open[0]?.number ?? '')),
  );
  const [slip, setSlip] = useState(draft.first);
  const [problems, setProblems] = useState<Record<string, string>>({});
  /** The strip whose earlier slip is being corrected. */
  const [correcting, setCorrecting] = useState<string | null>(null);
  const now = (next: Slip) => {
    setSlip(next);
    setProblems({});
    draft.hold(next);
  };
  const chosen = strips.find(({ number }) => String(number) === slip.strip);
  const twice =
    chosen?.figures.yield !== undefined && correcting !== slip.strip
      ? `Strip ${slip.strip} is harvested already: ${units.show(chosen.record!.data.weightKg!, 'loadMass')} at ${units.show(chosen.record!.data.moisture!, 'content')}. Choose another, or correct that one below.`
      : null;
  const save = () => {
    if (!chosen) return setProblems({ strip: 'Choose the strip.' });
    if (twice) return setProblems({ strip: twice });
    const given = FIGURES.filter((name) => slip.figures[name].text.trim() !== '');
    const unread = given.filter((name) => slip.figures[name].value === null);
    if (unread.length > 0)
      return setProblems(Object.fromEntries(unread.map((name) => [name, NOT_SETTLED])));
    const kept = chosen.record?.data;
    const wrong: Record<string, string> = {};
    const needs = slip.figures.weightKg.text || slip.figures.moisture.text;
    if (needs && slip.figures.weightKg.value === null) wrong.weightKg = 'Enter the weight too.';
    if (needs && slip.figures.moisture.value === null)
      wrong.moisture = 'Enter the moisture too: without it a weight is no yield.';
    if (given.length === 0) wrong.weightKg = 'Enter what the slip says.';
    const change: Partial<TrialStrip> = {
      ...(Object.fromEntries(
        given.map((name) => [name, slip.figures[name].value]),
      ) as Partial<TrialStrip>),
      ...(slip.figures.weightKg.value !== null ? { harvestedOn: today } : {}),
      typed: {
        ...kept?.typed,
        ...Object.fromEntries(given.map((name) => [name, slip.figures[name].text])),
      },
    };
    const found = Object.keys(wrong).length > 0 ? wrong : keep([{ number: chosen.number, change }]);
    if (Object.keys(found).length > 0) return setProblems(found);
    draft.forget();
    setCorrecting(null);
    setProblems({});
    const next = open.find(({ number }) => number !== chosen.number);
    setSlip(blank(String(next?.number ?? '')));
  };
  const correct = (number: number) => {
    const kept = strips.find((one) => one.number === number)!.record!.data;
    setCorrecting(String(number));
    setProblems({});
    setSlip({
      strip: String(number),
      figures: Object.fromEntries(
        FIGURES.map((name) => [
          name,
          enteredFrom(kept[name], kept.typed[name], KINDS[name], units),
        ]),
      ) as Slip['figures'],
    });
  };
  const input = (name: Figure) => (
    <QuantityInput
      key={name}
      label={LABELS[name]}
      kind={KINDS[name]}
      inputMode={name === 'weightKg' || name === 'moisture' ? 'decimal' : undefined}
      usual={null}
      entered={slip.figures[name]}
      onEntered={(entered) => now({ ...slip, figures: { ...slip.figures, [name]: entered } })}
      problem={problems[name]}
    />
  );
  const weighed = strips.filter(({ figures }) => figures.yield !== undefined);
  const { yieldKind, soldAtMoisture } = CROP_FACTS[planting.data.crop];
  return (
    <div className="stack">
      <form
        className="stack"
        aria-label="Harvest slip"
        noValidate
        onSubmit={(event) => {
          event.preventDefault();
          save();
        }}
      >
        <div className={styles.slip}>
          <NativeSelect
            label="Strip"
            size="md"
            value={slip.strip}
            error={problems.strip ?? (twice && slip.figures.weightKg.text ? twice : undefined)}
            data={[
              { value: '', label: 'choose' },
              ...strips
                .filter(({ done }) => done !== null)
                .map(({ number, figures }) => ({
                  value: String(number),
                  label: `${number}${figures.yield === undefined ? '' : ' (harvested)'}`,
                })),
            ]}
            onChange={(event) => now({ ...slip, strip: event.currentTarget.value })}
          />
          {input('weightKg')}
          {input('moisture')}
        </div>
        <Fold summary="Length, width, test weight, protein, furrow moisture">
          <div className={styles.slip} style={{ marginTop: '0.75rem' }}>
            {FIGURES.slice(2).map(input)}
          </div>
        </Fold>
        <Button type="submit" h={48} style={{ alignSelf: 'start' }}>
          Keep the slip
        </Button>
      </form>
      {weighed.length > 0 && (
        <div className="scroll-x">
          <table className="figures">
            <thead>
              <tr>
                <th scope="col">Strip</th>
                <th scope="col">Weight</th>
                <th scope="col">Moisture</th>
                <th scope="col">Yield at {units.show(soldAtMoisture, 'content')}</th>
                <th scope="col">
                  <VisuallyHidden>Correct</VisuallyHidden>
                </th>
              </tr>
            </thead>
            <tbody>
              {weighed.map(({ number, record, figures }) => (
                <tr key={number}>
                  <th scope="row">{number}</th>
                  <td>{units.show(record!.data.weightKg!, 'loadMass')}</td>
                  <td>{units.show(record!.data.moisture!, 'content')}</td>
                  <td>{units.show(figures.yield!, yieldKind)}</td>
                  <td>
                    <button className="tool" onClick={() => correct(number)}>
                      Correct {number}
                    </button>
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      )}
    </div>
  );
}
