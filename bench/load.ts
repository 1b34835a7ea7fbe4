import autocannon from 'autocannon';

/**
 * Requests per second that a page answers, over a few seconds with eight at a time, after a warm-up.
 *
 * @throws Error when any answer is not 200, since a fast refusal would count as speed
 */
export async function requestsPerSecond(url: string, cookie: string, seconds: number): Promise<number> {
  const result = await autocannon({ url, connections: 8, duration: seconds, headers: { cookie } });
  if (result.non2xx > 0 || result.errors > 0)
    throw new Error(`${url} refused ${result.non2xx + result.errors} requests.`);
  return result.requests.average;
}

const TURNS = 3;

/**
 * Requests per second of a page and of its floor, in turns, so that a slow spell of the machine hits both. Both are warmed up first.
 *
 * @param ours asks for so many seconds and says how many requests were answered in each
 */
export async function inTurns(
  ours: (seconds: number) => Promise<number>,
  theirs: (seconds: number) => Promise<number>
): Promise<{ ours: number; floor: number }> {
  await ours(3);
  await theirs(3);
  let [own, floor] = [0, 0];
  for (let turn = 0; turn < TURNS; turn++) {
    own += (await ours(4)) / TURNS;
    floor += (await theirs(4)) / TURNS;
  }
  return { ours: own, floor };
}
