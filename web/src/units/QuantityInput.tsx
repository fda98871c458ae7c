import {
  isUsual,
  usualRange,
  type Parsed,
  type QuantityKind,
  type UsualRange,
} from '@sendero/core';
import { Button, TextInput, type TextInputProps } from '@mantine/core';
import { useUnits, type Units } from './useUnits.ts';

/** A figure being entered: what was typed, and the SI value if it can be read. */
export interface Entered {
  text: string;
  value: number | null;
}

/** Starts an entry from a kept value: exactly as it was typed, if that is still what it says. */
export function enteredFrom(
  value: number | null,
  typed: string | undefined,
  kind: QuantityKind,
  units: ReturnType<typeof useUnits>,
): Entered {
  if (value === null) return { text: '', value: null };
  const reread = typed ? units.read(typed, kind) : null;
  const same = reread?.ok && Math.abs(reread.value - value) <= 1e-9 * Math.max(1, Math.abs(value));
  return { text: same ? typed! : units.show(value, kind), value };
}

interface Props extends Omit<TextInputProps, 'value' | 'onChange'> {
  kind: QuantityKind;
  entered: Entered;
  onEntered(entered: Entered): void;
  /** What the figure usually is here, where that is narrower than for its kind. */
  usual?: UsualRange;
  /** A problem found elsewhere; reading problems show by themselves. */
  problem?: string;
}

/** A text field for one figure in the person's own units and notation; the problem stands beside it. */
export function QuantityInput({
  kind,
  entered,
  onEntered,
  problem,
  usual = usualRange(kind) ?? undefined,
  description,
  ...rest
}: Props) {
  const units = useUnits();
  const parsed = entered.text.trim() === '' ? null : units.read(entered.text, kind);
  const readingProblem = parsed && !parsed.ok ? parsed.problem : undefined;
  const choose = (value: number) => onEntered({ text: plainly(value, kind, units), value });
  const field = (
    <TextInput
      {...rest}
      description={description}
      autoComplete="off"
      value={entered.text}
      error={readingProblem ?? problem}
      rightSection={<span className="unit-hint">{units.symbol(kind)}</span>}
      rightSectionWidth={Math.max(48, 14 + 9 * units.symbol(kind).length)}
      onChange={(event) => {
        const text = event.currentTarget.value;
        const next = units.read(text, kind);
        onEntered({ text, value: next.ok ? next.value : null });
      }}
    />
  );
  // Always in the same place of the tree, so that what appears below takes no focus away.
  return (
    <div>
      {field}
      {parsed?.ok && <Doubt {...{ parsed, usual, kind, onChoose: choose }} />}
    </div>
  );
}

/** A figure in a way that can be meant in one way only; shares to their last digit. */
const plainly = (value: number, kind: QuantityKind, units: Units) =>
  kind === 'share' ? `${Number((100 * value).toPrecision(4))} %` : units.show(value, kind);

/** Asks about a figure that can be meant in two ways, and says of one that it is unusual. */
function Doubt({
  parsed: { value, other, unsure, readAs },
  usual = null,
  kind,
  onChoose,
}: {
  parsed: Extract<Parsed, { ok: true }>;
  usual?: UsualRange | null;
  kind: QuantityKind;
  onChoose(value: number): void;
}) {
  const units = useUnits();
  const odd = !isUsual(value, usual);
  if (other !== undefined && other !== value && (unsure || (odd && isUsual(other, usual))))
    return (
      <div className="row small" role="group" aria-label="Which is meant?">
        Which is meant?
        {[value, other].map((one) => (
          <Button
            key={one}
            variant="default"
            size="compact-md"
            h={44}
            onClick={() => onChoose(one)}
          >
            {one === value && readAs
              ? `${units.show(one, 'population')} (${plainly(one, kind, units)})`
              : plainly(one, kind, units)}
          </Button>
        ))}
      </div>
    );
  if (!odd) return null;
  return (
    <p className="small" role="status">
      That is {units.show(value, kind)}: unusual here ({units.show(usual![0], kind)} to{' '}
      {units.show(usual![1], kind)}). Kept as it is, if it is right.
    </p>
  );
}
