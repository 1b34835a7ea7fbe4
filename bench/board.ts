import { serveBare } from './bare';
import { inTurns, requestsPerSecond } from './load';
import type { Result, Stage } from './stage';

/** The board of 200 students by 60 assignments, against a bare page that runs one query for as many cells. */
export async function board(stage: Stage): Promise<Result[]> {
  const course = `board${Date.now() % 100_000}`;
  const token = await stage.script('bench/fill-board.command.ts', [course, '200', '60']);
  const [app, bare] = [await stage.serve('build/index.js'), await serveBare(stage)];
  const ours = (seconds: number) =>
    requestsPerSecond(`${app.url}/courses/${course}/board`, `vendro_session=${token}`, seconds);
  const theirs = (seconds: number) => requestsPerSecond(`${bare.url}/cells?course=${course}`, '', seconds);
  const { ours: own, floor } = await inTurns(ours, theirs);
  app.stop();
  bare.stop();
  return [
    {
      ...{ name: 'board-200x60', value: floor / own, unit: 'ratio', bound: 2, direction: 'max' },
      floor: `a bare page of 12,000 cells, ${floor.toFixed(1)} requests/s (ours ${own.toFixed(1)})`
    }
  ];
}
