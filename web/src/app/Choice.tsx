import { Checkbox, Radio } from '@mantine/core';
import type { ReactNode } from 'react';
import styles from './Choice.module.css';

/** One of a few, each a card for a thumb; arrow keys move between them. */
export function Choice<T extends string | number>({
  label,
  labelled = true,
  options,
  value,
  onChange,
  look = 'chip',
  clearable = false,
}: {
  label: string;
  /** Shown above the cards; else only told to who cannot see them. */
  labelled?: boolean;
  options: readonly { value: T; says: ReactNode; alarming?: boolean }[];
  value: T | null;
  onChange(value: T | null): void;
  look?: 'chip' | 'tab' | 'card' | 'wideCard';
  /** Choosing the chosen one again chooses none. */
  clearable?: boolean;
}) {
  return (
    <Radio.Group
      label={label}
      className={look === 'wideCard' ? styles.staying : undefined}
      classNames={{ label: labelled ? styles.label : styles.unseen }}
      value={value === null ? '' : String(value)}
      onChange={(text) => {
        const chosen = options.find((one) => String(one.value) === text)!.value;
        onChange(clearable && chosen === value ? null : chosen);
      }}
    >
      <div className={styles[`${look}s`]}>
        {options.map((one) => (
          <Radio.Card
            key={one.value}
            value={String(one.value)}
            className={styles[look === 'wideCard' ? 'card' : look]}
            data-alarming={(one.alarming && one.value === value) || undefined}
          >
            {one.says}
          </Radio.Card>
        ))}
      </div>
    </Radio.Group>
  );
}

/** Any of a few, each a card for a thumb. */
export function Choices<T extends string>({
  label,
  labelled = true,
  options,
  value,
  onChange,
}: {
  label: string;
  labelled?: boolean;
  options: readonly { value: T; says: ReactNode }[];
  value: readonly T[];
  onChange(value: T[]): void;
}) {
  return (
    <Checkbox.Group
      label={label}
      classNames={{ label: labelled ? styles.label : styles.unseen }}
      value={[...value]}
      onChange={(chosen) => onChange(chosen as T[])}
    >
      <div className={styles.chips}>
        {options.map((one) => (
          <Checkbox.Card key={one.value} value={one.value} className={styles.chip}>
            {one.says}
          </Checkbox.Card>
        ))}
      </div>
    </Checkbox.Group>
  );
}
