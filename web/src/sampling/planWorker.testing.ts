import { answerPlan, type PlanQuestion } from './planWork.ts';

/** In place of the planning worker: answers a moment later, and says nothing once it is ended. For tests. */
export class PlanWorkerStandIn {
  onmessage: ((event: { data: unknown }) => void) | null = null;
  private ended = false;

  postMessage(question: PlanQuestion): void {
    setTimeout(() => {
      if (!this.ended) this.onmessage?.({ data: answerPlan(question) });
    }, 30);
  }

  terminate(): void {
    this.ended = true;
  }
}
