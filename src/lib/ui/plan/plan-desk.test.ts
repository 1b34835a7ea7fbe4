import { beforeEach, expect, it, vi } from 'vitest';
import { HOUR } from '$core/time/moment';
import { makePlan, type PlanInputs } from '$core/plan/inputs';
import { planInputs, planLine, PLAN_NOW } from '$core/plan/inputs.testing';
import { reachBy } from '$ui/forms/reach';
import { PlanDesk } from './plan-desk.svelte';

/** The worker that plans beside the page, as the test moves it; null where it could not be had. */
const beside = vi.hoisted(() => ({ orders: [] as Array<{ inputs: unknown; made: (plan: unknown) => void }> }));
vi.mock('./replan', () => ({
  replan: (inputs: unknown) =>
    new Promise((resolve, reject) =>
      beside.orders.push({ inputs, made: (plan) => (plan === null ? reject(new Error('No worker.')) : resolve(plan)) })
    )
}));
const page = vi.hoisted(() => ({ invalidate: vi.fn(async () => undefined), deserialize: JSON.parse }));
vi.mock('$app/navigation', () => page);
vi.mock('$app/forms', () => page);

let sent: Array<{ action: string; fields: Record<string, string> }>;
let answer: object | null;
beforeEach(() => {
  vi.clearAllMocks();
  [beside.orders, sent, answer] = [[], [], { type: 'success' }];
  reachBy(async (action, request) => {
    sent.push({ action, fields: Object.fromEntries(request?.body as URLSearchParams) });
    if (answer === null) throw new TypeError('Failed to fetch');
    return new Response(JSON.stringify(answer));
  });
});

const INPUTS = planInputs([planLine('report'), planLine('log')]);
const [LATER] = [{ from: PLAN_NOW + 30 * HOUR, to: PLAN_NOW + 31 * HOUR }];
const desk = () => {
  const made = new PlanDesk(INPUTS);
  const [first] = made.sessions;
  if (!first) throw new Error('Nothing is planned.');
  return { made, first };
};
const planNow = () => {
  const order = beside.orders.at(-1);
  order?.made(makePlan(order.inputs as PlanInputs));
};

it('puts a session where it is moved to before the server has it, and plans the rest around it', async () => {
  const { made, first } = desk();
  const moved = made.move(first, LATER, 'Moved.');
  expect(made.sessions.find(({ state }) => state === 'pinned')).toMatchObject({ taskId: first.taskId, ...LATER });
  expect(sent).toEqual([]);
  planNow();
  await moved;
  const { taskId, no } = first;
  expect(sent).toEqual([
    {
      action: '/plan?/pin',
      fields: { id: '', assignmentId: taskId, no: String(no), from: String(LATER.from), to: String(LATER.to) }
    }
  ]);
  const others = made.sessions.filter(({ state }) => state === 'placed');
  expect(others.every(({ from, to }) => to <= LATER.from || from >= LATER.to)).toBe(true);
  expect([made.said, made.problem, page.invalidate.mock.calls.length]).toEqual(['Moved.', '', 1]);
});

it('moves one that stands where it was put, and does not leave it in both places', async () => {
  const kept = { id: 's1', taskId: 'report', no: 1, state: 'pinned' as const, from: LATER.from, to: LATER.to };
  const made = new PlanDesk({ ...INPUTS, kept: [kept] });
  const stands = made.sessions.find(({ id }) => id === 's1');
  if (!stands) throw new Error('It is not there.');
  const to = { from: LATER.from + HOUR, to: LATER.to + HOUR };
  const moved = made.move(stands, to, 'Moved.');
  expect(made.inputs.kept).toEqual([{ ...kept, ...to }]);
  planNow();
  await moved;
  expect(sent[0]?.fields.id).toBe('s1');
});

it('stands as it was where it could not be planned beside the page, and is sent all the same', async () => {
  const { made, first } = desk();
  const before = made.sessions;
  const moved = made.move(first, LATER, 'Moved.');
  beside.orders[0]?.made(null);
  await moved;
  expect(made.sessions).toEqual(before);
  expect(sent).toHaveLength(1);
});

it('takes the word of the server over what was foreseen meanwhile', async () => {
  const { made, first } = desk();
  void made.move(first, LATER, 'Moved.');
  const theirs = planInputs([planLine('log')]);
  made.take(theirs);
  planNow();
  await vi.waitFor(() => expect(sent).toHaveLength(1));
  expect(made.inputs).toBe(theirs);
  expect(made.sessions.map(({ taskId }) => taskId)).not.toContain('report');
});

it('foresees the last of two moves that follow each other', async () => {
  const { made, first } = desk();
  const one = made.move(first, LATER, 'One.');
  const to = { from: LATER.from + 2 * HOUR, to: LATER.to + 2 * HOUR };
  const two = made.move(first, to, 'Two.');
  for (const { inputs, made: give } of beside.orders) give(makePlan(inputs as PlanInputs));
  await Promise.all([one, two]);
  expect(made.sessions.filter(({ state }) => state === 'pinned')).toMatchObject([to]);
});

it('does not plan a second time what it has', () => {
  const { made } = desk();
  const before = made.made;
  made.take(INPUTS);
  expect(made.made).toBe(before);
});

it.each([
  ['a refusal', { type: 'failure', data: { problem: 'It lies in the past.' } }, 'It lies in the past.'],
  ['an answer without words', { type: 'error' }, 'That was not done. Read the page again.'],
  ['no answer', null, 'could not be reached']
])('says why it was not done after %s, and reads what stands', async (_, given, words) => {
  answer = given;
  const { made, first } = desk();
  await made.start(first);
  expect(made.problem).toContain(words);
  expect([made.said, page.invalidate.mock.calls.length]).toEqual(['', 1]);
});

it('begins and ends with a word for whoever hears the page', async () => {
  const { made, first } = desk();
  await made.start(first);
  expect(made.said).toBe(`${first.title} runs.`);
  await made.stop();
  expect(made.said).toBe('Stopped.');
  expect(sent.map(({ action }) => action)).toEqual(['/plan?/start', '/plan?/stop']);
});
