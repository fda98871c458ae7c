import { validate, type InputOf, type Kept, type Kind, type Problems } from '@sendero/core';
import { useForm } from '@mantine/form';
import { useRef } from 'react';
import type { Draft } from '../data/device.ts';
import { useDevice } from '../data/hooks.ts';
import { NOT_SETTLED, type Entered } from '../units/QuantityInput.tsx';
import { useUnits } from '../units/useUnits.ts';
import { useDraft } from './useDraft.ts';

/**
 * A form that makes or edits a record: what is typed stays until it is kept or given up, problems stand
 * beside their fields, as the kind's own schema finds them. What someone else changed while the form was
 * open stays: the form speaks of the version it was opened on.
 */
export function useRecordForm<K extends Kind, Values extends object>({
  kind,
  name,
  record,
  start,
  read,
  check = () => ({}),
  onDone,
}: {
  kind: K;
  /** Under which a half-filled form is found again. */
  name: string;
  record?: Kept<K>;
  /** Values of a form nobody has touched, named as the record's attributes. */
  start(): Values;
  /** The record as the form says it, with others that must be made before it, and those that hang on it. */
  read(values: Values): {
    id?: string;
    data: InputOf<K>;
    before?: readonly Draft[];
    after?: readonly Draft[];
  };
  /** What the record alone cannot tell is wrong. */
  check?(values: Values): Problems;
  onDone(id: string): void;
}) {
  const device = useDevice();
  const { system } = useUnits();
  const draft = useDraft<Values, K>(name, record, start);
  const over = useRef(false);
  const whole = (values: Values) => ({ ...draft.seen?.data, ...read(values).data });
  const form = useForm<Values>({
    initialValues: draft.first,
    validate: (values) => {
      const open = notSettled(values);
      if (Object.keys(open).length > 0) return open;
      const checked = check(values);
      if (Object.keys(checked).length > 0) return checked;
      const valid = validate(kind, whole(values), draft.seen?.version, system);
      return valid.ok ? {} : atFields(valid.problems);
    },
    onValuesChange: (values) => {
      if (!over.current) draft.hold(values);
    },
  });
  const end = (id: string) => {
    over.current = true;
    draft.forget();
    onDone(id);
  };
  return {
    form,
    found: draft.found,
    /** Leaves the form open for when one comes back, also when nothing was typed yet. */
    hold: () => draft.hold(form.values),
    /** What a field for a figure needs. */
    figure: (attribute: keyof Values & string) => ({
      entered: form.values[attribute] as Entered,
      onEntered: (entered: Entered) => form.setFieldValue(attribute, entered as never),
      problem: form.errors[attribute] as string | undefined,
    }),
    /** Keeps the record, with others it needs, or none of them. What the form does not ask for stays. */
    keep(values: Values) {
      const { seen } = draft;
      const { id = seen?.id, before = [], after = [] } = read(values);
      const made = { kind, data: whole(values), id, seen } as Draft;
      const saved = device.putAll([...before, made, ...after]);
      if (saved.ok) end(saved.ids[before.length]!);
      else form.setErrors(atFields(saved.problems));
    },
    cancel: () => end(draft.seen?.id ?? ''),
  };
}

/** Figures that are typed and do not count: unreadable, or unusual and not confirmed. */
const notSettled = (values: object): Problems =>
  Object.fromEntries(
    Object.entries(values).flatMap(([attribute, entered]: [string, Partial<Entered> | null]) =>
      entered?.value === null && (entered.text ?? '').trim() !== ''
        ? [[attribute, NOT_SETTLED]]
        : [],
    ),
  );

/** A list is typed into one field: what is wrong with one of its entries stands beside that. */
const atFields = (problems: Problems): Problems => ({
  ...Object.fromEntries(
    Object.entries(problems).map(([path, says]) => [path.split('.')[0]!, says]),
  ),
  ...problems,
});
