import { run } from '../scripts/lib/run.mjs';
import { timed } from './process-cost';
import type { Result } from './stage';

/** So many random life stories are played; `npm run stories` plays ten thousand. */
const STORIES = 300;

/**
 * Random life stories, of one person and of parties whose members take turns, played by the core and by the server: how many of them
 * end otherwise here than there.
 */
export async function partyStories(): Promise<Result[]> {
  let differ = 0;
  const seconds = await timed(async () => {
    await run(process.execPath, ['scripts/stories.mjs', String(STORIES)], { quiet: true }).catch(() => differ++);
  });
  const floor = `${STORIES} stories in ${seconds.toFixed(0)} s; the first that differs ends them`;
  return [{ name: 'party-stories', value: differ, unit: 'stories that differ', bound: 0, direction: 'max', floor }];
}
