import type { Problems } from '@sendero/core';
import { useForm } from '@mantine/form';
import { useState } from 'react';
import type { Entered } from '../units/QuantityInput.tsx';

/**
 * A form without a foot: each value is kept as soon as it is entered, and what the kind's schema finds
 * wrong stands beside its field.
 *
 * @param start values shown first, named as the record's attributes
 * @param write keeps what can be kept of the values, and gives the problems
 */
export function useLiveForm<Values extends object>(
  start: () => Values,
  write: (values: Values) => Problems,
) {
  const [first] = useState(start);
  const form = useForm<Values>({
    initialValues: first,
    onValuesChange: (values) => form.setErrors(write(values)),
  });
  return {
    form,
    /** What a field for a figure needs. */
    figure: (attribute: keyof Values & string) => ({
      entered: form.values[attribute] as Entered,
      onEntered: (entered: Entered) => form.setFieldValue(attribute, entered as never),
      problem: form.errors[attribute] as string | undefined,
    }),
  };
}

/** Whether a figure says something that can be kept: nothing at all, or a value that was read. */
export const readable = ({ text, value }: Entered) => text.trim() === '' || value !== null;
