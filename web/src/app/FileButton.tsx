import type { InputHTMLAttributes, ReactNode } from 'react';

/** Asks for a file; the same one may be chosen again. */
export function FileButton({
  children,
  onFile,
  onFiles,
  ...input
}: Pick<InputHTMLAttributes<HTMLInputElement>, 'accept' | 'capture'> & {
  /** What it says. */
  children: ReactNode;
  onFile?(file: File): void;
  /** Of files that belong together, several may be chosen at once. */
  onFiles?(files: File[]): void;
}) {
  return (
    <label className="tool" style={{ alignSelf: 'start' }}>
      {children}
      <input
        type="file"
        multiple={onFiles !== undefined}
        className="file-input"
        {...input}
        onChange={(event) => {
          const files = [...(event.currentTarget.files ?? [])];
          event.currentTarget.value = '';
          if (files.length === 0) return;
          onFiles?.(files);
          onFile?.(files[0]!);
        }}
      />
    </label>
  );
}
