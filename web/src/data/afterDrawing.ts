/** Longest wait for a picture; a page out of sight draws none. */
const LONGEST_MS = 100;
const waiting = new Set<() => void>();

/** Resolves when what was just changed is on the screen, at once where nobody looks: then there is time for the rest. */
export function afterDrawing(): Promise<void> {
  if (document.visibilityState === 'hidden') return Promise.resolve();
  return new Promise((resolve) => {
    const go = () => {
      clearTimeout(late);
      if (waiting.delete(go)) resolve();
    };
    waiting.add(go);
    const late = setTimeout(go, LONGEST_MS);
    requestAnimationFrame(() => setTimeout(go, 0));
  });
}

/** The page goes away: nothing waits any longer. */
const letGo = () => waiting.forEach((go) => go());
addEventListener('pagehide', letGo);
document.addEventListener('visibilitychange', () => {
  if (document.visibilityState === 'hidden') letGo();
});
