import { Worker } from 'node:worker_threads';
import type { Result } from './stage';

/** What the worker says: milliseconds for so many tasks, and the minutes that small cases are later than the best there is. */
interface Said {
  took: Record<'30' | '300' | '3000', number>;
  worse: number;
  cases: number;
}

/** Plans of 30, 300 and 3,000 tasks over 60 days, made in a worker; their growth; and small cases against trying everything. */
export async function planner(): Promise<Result[]> {
  // TypeScript is registered inside of it: what the process was started with does not reach its workers.
  const file = new URL('./planner.worker.ts', import.meta.url).href;
  const begin = `import('tsx/esm/api').then(({ register }) => (register(), import(${JSON.stringify(file)})))`;
  const worker = new Worker(begin, { eval: true });
  const { took, worse, cases } = await new Promise<Said>((resolve, reject) => {
    worker.once('message', resolve);
    worker.once('error', reject);
  });
  await worker.terminate();
  const each = `30 in ${took[30].toFixed(1)} ms, 300 in ${took[300].toFixed(1)}, 3,000 in ${took[3000].toFixed(0)}`;
  return [
    { name: 'planner', value: took[300], unit: 'ms', bound: 100, direction: 'max', floor: each },
    {
      ...{ name: 'planner/growth', value: took[3000] / took[300], unit: 'ratio', bound: 30, direction: 'max' },
      floor: 'ten times as many tasks'
    },
    {
      ...{ name: 'planner/late', value: worse, unit: 'minutes', bound: 0, direction: 'max' },
      floor: `exhaustive search, ${cases} cases of six sessions`
    }
  ];
}
