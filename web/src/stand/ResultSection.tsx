import type { ReactNode } from 'react';
import { Section } from '../app/Section.tsx';
import { FindingsList } from './FindingsList.tsx';
import type { FindingWords } from './findingWords.ts';

/** A part of a walk's result: what it means beside the drawing it is told from. */
export function ResultSection({
  title,
  words,
  children,
}: {
  title: string;
  words: readonly FindingWords[];
  children: ReactNode;
}) {
  return (
    <Section title={title}>
      <div className="columns half">
        <div className="stack tight">
          <FindingsList findings={words} />
        </div>
        <div className="stack tight">{children}</div>
      </div>
    </Section>
  );
}
