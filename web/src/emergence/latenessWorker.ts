import { answerLateness, type LatenessQuestion, type LatenessWord } from './lateness.ts';

/** Beside the screen, which stays quick meanwhile. Whoever asked ends it to stop it. */
self.onmessage = ({ data }: MessageEvent<LatenessQuestion>) => {
  const say = (word: LatenessWord) => self.postMessage(word);
  const run = answerLateness(data);
  for (;;) {
    const step = run.next();
    if (step.done) return say({ answer: step.value });
    say({ share: step.value });
  }
};
