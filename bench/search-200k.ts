import { againstBare } from './against-bare';
import type { Result, Stage } from './stage';

const ROWS = 200_000;
/** What people type: a word and its beginning, two words, something misspelt, something that is not there. */
const TYPED = ['limp', 'storm pool', 'sextant noon', 'almanak', 'quizzical'];

/** Search on 200,000 rows, against the bare page. */
export async function search200k(stage: Stage): Promise<Result[]> {
  const { student } = JSON.parse(await stage.script('bench/fill-search.command.ts', [String(ROWS)])) as {
    student: string;
  };
  const floorOf = JSON.parse(await stage.script('bench/fill.command.ts', ['61'])) as { student: string };
  const results: Result[] = [];
  let sum = 0;
  for (const typed of TYPED) {
    const path = `/search/results?q=${encodeURIComponent(typed)}`;
    const { ratio, ours, bare } = await againstBare(stage, [path], { ours: student, bare: floorOf.student });
    sum += ratio / TYPED.length;
    const floor = `bare page, ${bare.toFixed(0)} requests/s (search ${ours.toFixed(0)})`;
    results.push({
      name: `search-200k/${typed.replace(' ', '-')}`,
      value: ratio,
      unit: 'ratio',
      bound: 0.1,
      direction: 'min',
      floor
    });
  }
  const floor = `mean of ${TYPED.length} searches on ${ROWS.toLocaleString('en-GB')} rows`;
  return [{ name: 'search-200k', value: sum, unit: 'ratio', bound: 0.4, direction: 'min', floor }, ...results];
}
