import { Button } from '@mantine/core';
import { Children, type ReactNode } from 'react';
import { ErrorBoundary, type FallbackProps } from 'react-error-boundary';
import { useFailedDrafts } from '../fields/useDraft.ts';

/** Parts of a screen, each on its own: one that fails is replaced by what to do, and the others stay. */
export function Parts({
  children,
  className = 'stack',
}: {
  children: ReactNode;
  className?: string;
}) {
  return (
    <div className={className}>
      {Children.map(children, (part) => (
        <ErrorBoundary FallbackComponent={PartFailed}>{part}</ErrorBoundary>
      ))}
    </div>
  );
}

function PartFailed({ error, resetErrorBoundary }: FallbackProps) {
  return (
    <section className="sheet rule-left signal stack tight" role="alert">
      <h2>This part could not be shown</h2>
      <p>
        The rest of the page works, and everything you saved is safe. If it happens again, pass this
        message on: <code>{messageOf(error)}</code>
      </p>
      <FailedDrafts />
      <div>
        <Button variant="default" h={44} onClick={resetErrorBoundary}>
          Try again
        </Button>
      </div>
    </section>
  );
}

/** What was typed into the forms of what failed: they open empty again. */
export function FailedDrafts() {
  const texts = useFailedDrafts().flatMap(({ name, texts: typed }) =>
    typed.map((text, i) => ({ key: `${name} ${i}`, text })),
  );
  if (texts.length === 0) return null;
  return (
    <div>
      <p>A form was partly filled in. It was emptied so that it opens again. You had entered:</p>
      <ul>
        {texts.map(({ key, text }) => (
          <li key={key}>{text}</li>
        ))}
      </ul>
    </div>
  );
}

/** What an error says of itself. */
export const messageOf = (error: unknown): string =>
  error instanceof Error ? error.message : String(error);
