import { useEffect, useRef } from 'react';

/**
 * The window is called after its screen; who came there by a link is at its heading, as a screen reader says it and the Tab key goes on from.
 * What takes the focus itself, a key or a field, keeps it.
 */
export function useHeading(pathname: string): void {
  const first = useRef(true);
  useEffect(() => {
    let led = first.current;
    first.current = false;
    const look = () => {
      const heading = document.querySelector<HTMLElement>('main h1');
      const says = heading?.textContent?.trim();
      if (!heading || !says) return;
      const title = `${says}, Sendero`;
      if (document.title !== title) document.title = title;
      const at = document.activeElement;
      if (!led && (at === null || at === document.body || at.closest('header') !== null)) {
        heading.tabIndex = -1;
        heading.focus({ preventScroll: true });
      }
      led = true;
    };
    look();
    const watching = new MutationObserver(look);
    watching.observe(document.querySelector('main') ?? document.body, {
      childList: true,
      subtree: true,
      characterData: true,
    });
    return () => watching.disconnect();
  }, [pathname]);
}
