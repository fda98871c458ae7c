import { Suspense, useState, type ReactNode } from 'react';

/** What is behind one line is made when it is first opened, so that it costs nothing before. */
export function Fold({ summary, children }: { summary: string; children: ReactNode }) {
  const [opened, setOpened] = useState(false);
  return (
    <details onToggle={(event) => event.currentTarget.open && setOpened(true)}>
      <summary>{summary}</summary>
      {opened && <Suspense>{children}</Suspense>}
    </details>
  );
}
