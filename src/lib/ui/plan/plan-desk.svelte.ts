import { invalidate } from '$app/navigation';
import { asDependency, topics } from '$core/live/topics';
import { makePlan, type KeptSitting, type PlanInputs } from '$core/plan/inputs';
import { sessionsOf, type Session } from '$core/plan/view';
import { sendForm } from './send-form';
import { replan } from './replan';

/**
 * The plan as a page holds it: a session that is moved stands where it was put at once, and the rest is planned around it beside the
 * page, before the server has it.
 */
export class PlanDesk {
  #read = $state.raw<PlanInputs>() as PlanInputs;
  #made = $state.raw<ReturnType<typeof makePlan>>() as ReturnType<typeof makePlan>;
  #turn = 0;
  problem = $state('');
  /** What was done last, for whoever hears the page. */
  said = $state('');
  sessions = $derived<Session[]>(sessionsOf(this.#read, this.#made.plan));

  constructor(inputs: PlanInputs) {
    this.take(inputs);
  }

  get inputs(): PlanInputs {
    return this.#read;
  }
  get made(): ReturnType<typeof makePlan> {
    return this.#made;
  }

  /** The server's word: it counts. What was taken already is not planned a second time. */
  take(inputs: PlanInputs): void {
    if (this.#read === inputs) return;
    this.#turn++;
    this.#read = inputs;
    this.#made = makePlan(inputs);
  }

  /** Puts a session somewhere, and plans the rest around it. */
  async move(session: Session, to: { from: number; to: number }, words: string): Promise<void> {
    const { id, taskId, no } = session;
    const pinned: KeptSitting = { id: id ?? `new ${taskId} ${no}`, taskId, no, state: 'pinned', ...to };
    const kept = [...this.#read.kept.filter((one) => one.id !== pinned.id), pinned];
    await this.#foresee({ ...this.#read, kept });
    await this.send('pin', { id: id ?? '', assignmentId: taskId, no, from: to.from, to: to.to }, words);
  }

  /** Begins to sit at something now. */
  start({ taskId, no, id, title }: Session): Promise<void> {
    return this.send('start', { assignmentId: taskId, no, id: id ?? '' }, `${title} runs.`);
  }

  /** Ends what runs. */
  stop(): Promise<void> {
    return this.send('stop', {}, 'Stopped.');
  }

  /** Sends a change; what the server says is read after it. */
  async send(action: string, fields: Record<string, string | number>, words: string): Promise<void> {
    const problem = await sendForm(`/plan?/${action}`, fields);
    this.problem = problem ?? '';
    if (problem === null) this.said = words;
    await invalidate(asDependency(topics.plan));
  }

  async #foresee(inputs: PlanInputs): Promise<void> {
    const turn = ++this.#turn;
    const before = this.#read;
    this.#read = inputs;
    const made = await replan(inputs).catch(() => null);
    if (turn !== this.#turn) return;
    if (made) this.#made = made;
    else this.#read = before;
  }
}
