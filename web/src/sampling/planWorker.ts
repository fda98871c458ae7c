import { answerPlan, type PlanQuestion } from './planWork.ts';

/** Beside the screen, which stays quick meanwhile. Whoever asked ends it to stop it. */
self.onmessage = ({ data }: MessageEvent<PlanQuestion>) => self.postMessage(answerPlan(data));
