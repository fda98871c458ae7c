import type { QuantityKind } from '@sendero/core';
import { TextInput, type TextInputProps } from '@mantine/core';
import { useUnits } from './useUnits.ts';

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
  /** A problem found elsewhere; reading problems show by themselves. */
  problem?: string;
}

/** A text field for one figure in the person's own units and notation; the problem stands beside it. */
export function QuantityInput({ kind, entered, onEntered, problem, description, ...rest }: Props) {
  const units = useUnits();
  const parsed = entered.text.trim() === '' ? null : units.read(entered.text, kind);
  const readingProblem = parsed && !parsed.ok ? parsed.problem : undefined;
  return (
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
}
