import { steps, type AdviceQuestion, type AdviceWord } from './advise.ts';

const EVERY_MS = 150;
/** Lets a newer question come in between two steps; a timer would wait longer than a step takes. */
const turn = (() => {
  const { port1, port2 } = new MessageChannel();
  let next: (() => void) | null = null;
  port1.onmessage = () => next?.();
  return () =>
    new Promise<void>((resolve) => {
      next = resolve;
      port2.postMessage(null);
    });
})();

let newest: AdviceQuestion | null = null;

self.onmessage = async ({ data }: MessageEvent<AdviceQuestion | null>) => {
  newest = data;
  if (!data) return;
  const say = (word: AdviceWord) => self.postMessage(word);
  const run = steps(data);
  let told = performance.now();
  for (;;) {
    const step = run.next();
    if (step.done) return say({ advice: step.value });
    await turn();
    if (newest !== data) return;
    if (performance.now() - told < EVERY_MS) continue;
    told = performance.now();
    say({ share: step.value });
  }
};
