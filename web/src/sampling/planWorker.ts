import { drawPlan, roundOf, type PlanQuestion } from './planWork.ts';

/** Beside the screen, which stays quick meanwhile. Whoever asked ends it to stop it. */
self.onmessage = ({ data }: MessageEvent<PlanQuestion>) =>
  self.postMessage(
    data.ask === 'plan'
      ? drawPlan(data.input, data.car)
      : roundOf(data.places, data.wanted, data.here, data.end),
  );
