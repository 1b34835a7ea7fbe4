/// <reference lib="webworker" />
/** Plans anew away from the page's thread: while a session is moved, and a year of work is placed. */
import { makePlan, type PlanInputs } from '../core/plan/inputs';
import { answering } from './answering';

answering<PlanInputs>((inputs) => Promise.resolve(makePlan(inputs)));
