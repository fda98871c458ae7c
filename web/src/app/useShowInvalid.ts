import { useEffect } from 'react';

/**
 * A form that cannot be kept leads to its first wrong field: it is scrolled to the middle of the screen and gets the focus, wherever the button was.
 */
export function useShowInvalid(): void {
  useEffect(() => {
    const onSubmit = ({ target }: SubmitEvent) => {
      // What is wrong is drawn after the form has looked at itself.
      setTimeout(() => {
        const wrong = (target as HTMLFormElement).querySelector<HTMLElement>(
          '[aria-invalid="true"]',
        );
        wrong?.scrollIntoView?.({ block: 'center' });
        wrong?.focus({ preventScroll: true });
      }, 50);
    };
    document.addEventListener('submit', onSubmit);
    return () => document.removeEventListener('submit', onSubmit);
  }, []);
}
