import { requestsPerSecond } from './load';
import type { Result, Stage } from './stage';

/** The Desk and a course at 1,000 assignments, against themselves at 10. */
export async function longLists(stage: Stage): Promise<Result[]> {
  type Filled = { student: string; course: string };
  const fill = async (count: number) =>
    JSON.parse(await stage.script('bench/fill.command.ts', [String(count)])) as Filled;
  const [few, many] = [await fill(11), await fill(1001)];
  const app = await stage.serve('build/index.js');
  const rate = async (path: string, { student }: Filled) => {
    const cookie = `vendro_session=${student}`;
    await requestsPerSecond(app.url + path, cookie, 2);
    return requestsPerSecond(app.url + path, cookie, 4);
  };
  const desk = { few: await rate('/desk', few), many: await rate('/desk', many) };
  const course = { few: await rate(`/courses/${few.course}`, few), many: await rate(`/courses/${many.course}`, many) };
  app.stop();
  const said = ({ few, many }: { few: number; many: number }) =>
    `${few.toFixed(0)} requests/s at 10, ${many.toFixed(0)} at 1,000`;
  return [
    // The Desk shows so many lines of each kind and no more.
    {
      name: 'long-lists/desk',
      value: desk.few / desk.many,
      unit: 'times',
      bound: 8,
      direction: 'max',
      floor: said(desk)
    },
    // An outline shows all of its course: a hundred times as much may take a hundred times as long, and no more.
    {
      name: 'long-lists/course',
      value: course.few / course.many,
      unit: 'times',
      bound: 100,
      direction: 'max',
      floor: said(course)
    }
  ];
}
