import { againstBare } from './against-bare';
import type { Result, Stage } from './stage';

/** The Desk with 60 assignments, against the bare page. Both on the same database. */
export async function deskRps(stage: Stage): Promise<Result[]> {
  const { student } = JSON.parse(await stage.script('bench/fill.command.ts', ['60'])) as { student: string };
  const { ratio, ours, bare } = await againstBare(stage, ['/desk'], { ours: student, bare: student });
  const floor = `bare page, ${bare.toFixed(0)} requests/s (Desk ${ours.toFixed(0)})`;
  return [{ name: 'desk-rps', value: ratio, unit: 'ratio', bound: 0.5, direction: 'min', floor }];
}
