import { answerLateness, type LatenessQuestion, type LatenessWord } from './lateness.ts';

const EVERY_MS = 150;

/** Beside the screen, which stays quick meanwhile. Whoever asked ends it to stop it. */
self.onmessage = ({ data }: MessageEvent<LatenessQuestion>) => {
  const say = (word: LatenessWord) => self.postMessage(word);
  const run = answerLateness(data);
  let told = performance.now();
  for (;;) {
    const step = run.next();
    if (step.done) return say({ answer: step.value });
    // The screen is drawn anew at each word: a few a second are enough.
    if (performance.now() - told < EVERY_MS) continue;
    told = performance.now();
    say({ share: step.value });
  }
};
