import { serveBare } from './bare';
import { inTurns, requestsPerSecond } from './load';
import type { Stage } from './stage';

/**
 * Requests per second of some addresses against those of the bare page, in turns, so that a slow spell of the machine
 * hits both. Both are warmed up first.
 *
 * @param paths  asked one after the other in each turn; their rates are averaged
 * @param tokens of the session that asks us, and of the one that asks the bare page (60 rows)
 */
export async function againstBare(
  stage: Stage,
  paths: string[],
  tokens: { ours: string; bare: string }
): Promise<{ ratio: number; ours: number; bare: number }> {
  const [app, bare] = [await stage.serve('build/index.js'), await serveBare(stage)];
  const cookie = (token: string) => `vendro_session=${token}`;
  const ask = async (seconds: number) => {
    let sum = 0;
    for (const path of paths) sum += await requestsPerSecond(`${app.url}${path}`, cookie(tokens.ours), seconds);
    return sum / paths.length;
  };
  const askBare = (seconds: number) => requestsPerSecond(`${bare.url}/rows`, cookie(tokens.bare), seconds);
  const { ours, floor: theirs } = await inTurns(ask, askBare);
  app.stop();
  bare.stop();
  return { ratio: ours / theirs, ours, bare: theirs };
}
