import { FEELS, type Feel, type MoistureReading } from '@sendero/core';
import { ActionIcon, Button, NumberInput } from '@mantine/core';
import { useForm } from '@mantine/form';
import { Cross2Icon } from '@radix-ui/react-icons';
import { Choice } from '../app/Choice.tsx';
import { enteredFrom, QuantityInput, type Entered } from '../units/QuantityInput.tsx';
import { useUnits } from '../units/useUnits.ts';
import { readingText } from './adviceWords.ts';
import { FEEL_WORDS } from './trenchWords.ts';
import styles from './depth.module.css';

/**
 * What was read of the moisture so far, and the next reading: felt, or a sensor's figure beside its owner's
 * own adequate level, which is asked for once.
 *
 * @param nextAtM where to read next; filled in
 */
export function MoistureReadings({
  readings,
  adequate,
  nextAtM,
  onReadings,
  onAdequate,
}: {
  readings: readonly MoistureReading[];
  adequate: number | '';
  nextAtM: number;
  onReadings(readings: MoistureReading[]): void;
  onAdequate(adequate: number | ''): void;
}) {
  const units = useUnits();
  return (
    <section className="stack tight" aria-label="Moisture readings">
      {readings.length > 0 && (
        <ol className={styles.readings}>
          {readings.map((reading, i) => (
            <li key={i}>
              {readingText(reading, units)}
              <ActionIcon
                variant="subtle"
                color="gray"
                size={44}
                aria-label={`Take back: ${readingText(reading, units)}`}
                onClick={() => onReadings(readings.filter((_, other) => other !== i))}
              >
                <Cross2Icon />
              </ActionIcon>
            </li>
          ))}
        </ol>
      )}
      <NextReading
        // A new place each time the advice moves on.
        key={`${readings.length} ${nextAtM}`}
        {...{ adequate, nextAtM, onAdequate }}
        onRead={(reading) => onReadings([...readings, reading])}
      />
    </section>
  );
}

function NextReading({
  adequate,
  nextAtM,
  onAdequate,
  onRead,
}: {
  adequate: number | '';
  nextAtM: number;
  onAdequate(adequate: number | ''): void;
  onRead(reading: MoistureReading): void;
}) {
  const units = useUnits();
  const form = useForm({
    initialValues: {
      at: enteredFrom(nextAtM, undefined, 'seedDepth', units),
      feel: null as Feel | null,
      value: '' as number | '',
    },
    validate: {
      at: ({ value }: Entered) =>
        value === null || value < 0 || value > 0.3
          ? `Enter the depth that was read, up to ${units.show(0.3, 'seedDepth')}.`
          : null,
      value: (value, { feel }) =>
        feel === null && value === ''
          ? 'Say how it feels, or enter the sensor’s figure.'
          : value !== '' && !(Number(adequate) > 0)
            ? 'Enter the level you call adequate for this sensor as well.'
            : null,
    },
  });
  const numbers = { decimalSeparator: units.decimal, allowNegative: false, hideControls: true };
  return (
    <form
      className="stack tight"
      onSubmit={form.onSubmit(({ at, feel, value }) => {
        const depthM = at.value!;
        onRead(
          value !== '' ? { depthM, value, adequate: Number(adequate) } : { depthM, feel: feel! },
        );
      })}
    >
      <QuantityInput
        label="Read at"
        kind="seedDepth"
        entered={form.values.at}
        onEntered={(at) => form.setFieldValue('at', at)}
        problem={form.errors.at as string | undefined}
      />
      <Choice
        label="How it feels there"
        options={FEELS.map((feel) => ({ value: feel, says: FEEL_WORDS[feel] }))}
        value={form.values.feel}
        onChange={(feel) => form.setFieldValue('feel', feel)}
        clearable
      />
      <div className={styles.settings}>
        <NumberInput
          label="or a sensor’s figure"
          {...numbers}
          {...form.getInputProps('value')}
          error={undefined}
          onChange={(value) => form.setFieldValue('value', value === '' ? '' : Number(value))}
        />
        <NumberInput
          label="Your adequate level"
          {...numbers}
          value={adequate}
          onChange={(value) => onAdequate(value === '' ? '' : Number(value))}
        />
      </div>
      {form.errors.value && <p className="warn">{form.errors.value}</p>}
      <Button type="submit" variant="default" size="md" h={48}>
        Add the reading
      </Button>
    </form>
  );
}
