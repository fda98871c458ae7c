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

/** Nothing entered yet. */
export const EMPTY: Entered = { text: '', value: null };

/** Starts an entry from a kept value: exactly as it was typed, if that is still what it says. */
export function enteredFrom(
  value: number | null,
  typed: string | undefined,
  kind: QuantityKind,
  units: ReturnType<typeof useUnits>,
): Entered {
  if (value === null) return EMPTY;
  const reread = typed ? units.read(typed, kind) : null;
  const same = reread?.ok && Math.abs(reread.value - value) <= 1e-9 * Math.max(1, Math.abs(value));
  return { text: same ? typed! : units.show(value, kind), value };
}

/** Beside a figure that is typed and does not count yet, when the form is to be kept. */
export const NOT_SETTLED = 'Say whether this is right, or correct it.';

/** Reads what was typed: a figure that is unusual has no value until the person says that it is right. */
export function readEntry(
  text: string,
  kind: QuantityKind,
  units: Units,
  usual: UsualRange | null = usualRange(kind),
): Entered {
  const read = units.read(text, kind);
  const counts = read.ok && (read.unsure === true || isUsual(read.value, usual));
  return { text, value: counts ? read.value : null };
}

interface Figure {
  kind: QuantityKind;
  entered: Entered;
  onEntered(entered: Entered): void;
  /** What the figure usually is here, where that is narrower than for its kind; null: whatever is typed counts. */
  usual?: UsualRange | null;
}

interface Props extends Figure, Omit<TextInputProps, 'value' | 'onChange'> {
  /** A problem found elsewhere; reading problems show by themselves. */
  problem?: string;
}

/** A text field for one figure in the person's own units and notation; the problem stands beside it. */
export function QuantityInput({
  kind,
  entered,
  onEntered,
  problem,
  usual = usualRange(kind),
  description,
  ...rest
}: Props) {
  const units = useUnits();
  const parsed = entered.text.trim() === '' ? null : units.read(entered.text, kind);
  const readingProblem = parsed && !parsed.ok ? parsed.problem : undefined;
  return (
    <div>
      <TextInput
        {...rest}
        description={description}
        autoComplete="off"
        value={entered.text}
        error={readingProblem ?? problem}
        rightSection={<span className="unit-hint">{units.symbol(kind)}</span>}
        rightSectionWidth={Math.max(48, 14 + 9 * units.symbol(kind).length)}
        onChange={(event) => onEntered(readEntry(event.currentTarget.value, kind, units, usual))}
      />
      <FigureQuestions {...{ kind, entered, onEntered, usual }} />
    </div>
  );
}

/** What is asked about a typed figure: whether an unusual one is right, which of two readings is meant. */
export function FigureQuestions({ kind, entered, onEntered, usual = usualRange(kind) }: Figure) {
  const units = useUnits();
  const parsed = entered.text.trim() === '' ? null : units.read(entered.text, kind);
  if (parsed === null) return null;
  if (parsed.ok)
    return (
      <Doubt
        {...{ parsed, usual, kind }}
        settled={entered.value !== null}
        onMeant={(value) => onEntered({ text: plainly(value, kind, units), value })}
        onRight={() => onEntered({ text: entered.text, value: parsed.value })}
      />
    );
  if (parsed.instead === undefined) return null;
  const instead = plainly(parsed.instead, kind, units);
  return (
    <div className="row small">
      <Button
        variant="default"
        size="compact-md"
        h={44}
        onClick={() => onEntered({ text: instead, value: parsed.instead! })}
      >
        {instead}
      </Button>
    </div>
  );
}

/** A figure in a way that can be meant in one way only; shares to their last digit. */
const plainly = (value: number, kind: QuantityKind, units: Units) =>
  kind === 'share' ? `${Number((100 * value).toPrecision(4))} %` : units.show(value, kind);

/** Asks about a figure that can be meant in two ways, and whether one that is unusual is right. */
function Doubt({
  parsed: { value, other, unsure, readAs },
  usual,
  kind,
  settled,
  onMeant,
  onRight,
}: {
  parsed: Extract<Parsed, { ok: true }>;
  usual: UsualRange | null;
  kind: QuantityKind;
  /** The figure counts as it is. */
  settled: boolean;
  onMeant(value: number): void;
  onRight(): void;
}) {
  const units = useUnits();
  const odd = !isUsual(value, usual);
  if (other !== undefined && other !== value && (unsure || (odd && isUsual(other, usual))))
    return (
      <div className="row small" role="group" aria-label="Which is meant?">
        Which is meant?
        {[value, other].map((one) => (
          <Button key={one} variant="default" size="compact-md" h={44} onClick={() => onMeant(one)}>
            {one === value && readAs
              ? `${units.show(one, 'population')} (${plainly(one, kind, units)})`
              : plainly(one, kind, units)}
          </Button>
        ))}
      </div>
    );
  const shown = units.show(value, kind);
  if (readAs !== undefined && !odd) return <p className="small soft">Read as {shown}.</p>;
  if (!odd || settled) return null;
  return (
    <div className="row small" role="status">
      <span>
        {shown} is unusual: most are {units.show(usual![0], kind)} to {units.show(usual![1], kind)}.
        Is it right?
      </span>
      <Button variant="default" size="compact-md" h={44} onClick={onRight}>
        Yes, {shown}
      </Button>
    </div>
  );
}
