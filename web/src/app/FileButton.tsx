import type { InputHTMLAttributes, ReactNode } from 'react';

/** Asks for a file; the same one may be chosen again. */
export function FileButton({
  children,
  onFile,
  ...input
}: Pick<InputHTMLAttributes<HTMLInputElement>, 'accept' | 'capture'> & {
  /** What it says. */
  children: ReactNode;
  onFile(file: File): void;
}) {
  return (
    <label className="tool" style={{ alignSelf: 'start' }}>
      {children}
      <input
        type="file"
        className="file-input"
        {...input}
        onChange={(event) => {
          const file = event.currentTarget.files?.[0];
          event.currentTarget.value = '';
          if (file) onFile(file);
        }}
      />
    </label>
  );
}
