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
