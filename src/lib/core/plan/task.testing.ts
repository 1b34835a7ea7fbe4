import type { Moment } from '../time/moment';
import type { PlanTask } from './sittings';

/** Work that is to be placed; what else is said of it. @param minutes that are to be done */
export const planTask = (id: string, minutes: number, due: Moment | null, over: Partial<PlanTask> = {}): PlanTask => ({
  id,
  minutes,
  opens: null,
  due,
  overdue: false,
  better: null,
  weight: 1,
  before: 0,
  paced: false,
  ...over
});
