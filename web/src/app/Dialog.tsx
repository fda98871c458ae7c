import { Button } from '@mantine/core';
import { useEffect, useRef, type ReactNode } from 'react';

/** A question over the screen: the browser's own modal dialog, with its focus and Escape. */
export function Dialog({
  title,
  onClose,
  children,
}: {
  title: string;
  onClose(): void;
  children: ReactNode;
}) {
  const box = useRef<HTMLDialogElement>(null);
  useEffect(() => {
    const dialog = box.current;
    dialog?.showModal();
    return () => dialog?.close();
  }, []);
  return (
    <dialog
      ref={box}
      className="dialog"
      aria-label={title}
      onCancel={onClose}
      // A browser may close it without asking: Escape pressed twice, or before anything else was.
      onClose={() => box.current?.open === false && onClose()}
    >
      <div className="row spread" style={{ flexWrap: 'nowrap' }}>
        <h2>{title}</h2>
        <Button variant="subtle" h={44} onClick={onClose}>
          Close
        </Button>
      </div>
      {children}
    </dialog>
  );
}
