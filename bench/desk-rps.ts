import { againstBare } from './against-bare';
import type { Result, Stage } from './stage';

/**
 * The Desk with 60 assignments, against the bare page. Both on the same database.
 *
 * Beside it the Desk with one assignment against the same page of 60 rows: what is left of the ratio for the shell, the
 * policies and the two queries of any page, before a row is drawn.
 */
export async function deskRps(stage: Stage): Promise<Result[]> {
  const [sixty, one] = [await studentWith(stage, 60), await studentWith(stage, 1)];
  return [
    await result(stage, 'desk-rps', { ours: sixty, bare: sixty }),
    await result(stage, 'desk-rps/one-row', { ours: one, bare: sixty })
  ];
}

async function studentWith(stage: Stage, assignments: number): Promise<string> {
  const made = await stage.script('bench/fill.command.ts', [String(assignments)]);
  return (JSON.parse(made) as { student: string }).student;
}

async function result(stage: Stage, name: string, tokens: { ours: string; bare: string }): Promise<Result> {
  const { ratio, ours, bare } = await againstBare(stage, ['/desk'], tokens);
  const floor = `bare page, ${bare.toFixed(0)} requests/s (Desk ${ours.toFixed(0)})`;
  return { name, value: ratio, unit: 'ratio', bound: 0.5, direction: 'min', floor };
}
