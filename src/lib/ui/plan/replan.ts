import type { makePlan, PlanInputs } from '$core/plan/inputs';
import { answerOf, askable } from '$ui/workers/ask-worker';

type Made = ReturnType<typeof makePlan>;

const planner = askable(() => new Worker(new URL('../../workers/plan.ts', import.meta.url), { type: 'module' }));

/** The plan of other inputs, made beside the page. @throws Error where the worker could not be had */
export const replan = (inputs: PlanInputs): Promise<Made> =>
  answerOf(planner<{ answer: Made } | { failed: true }>(inputs), new Error('The plan could not be made.'));
