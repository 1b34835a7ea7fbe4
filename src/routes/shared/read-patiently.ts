/** Tries again after this long where the line is down. */
const AGAIN = 2000;

/**
 * Lets the reading of a page wait for the line. The framework would put the browser's own error page in the place of the
 * open one, and with it would go whatever is written there and not yet sent.
 *
 * To be called once, before the application starts: it reads pages through `window.fetch`.
 */
export function readPatiently(): void {
  const plain = window.fetch;
  window.fetch = async (input, init) => {
    if (typeof input !== 'string' || !readsPage(input)) return plain(input, init);
    for (;;) {
      const answer = await whole(plain, input, init);
      if (answer) return answer;
      await new Promise((resolve) => setTimeout(resolve, AGAIN));
    }
  };
}

/** Whether an address is that of a page's data. */
function readsPage(address: string): boolean {
  const { origin, pathname } = new URL(address, location.href);
  return origin === location.origin && pathname.endsWith('/__data.json');
}

/** An answer with all of its bytes; null where the line broke before that. */
async function whole(plain: typeof fetch, input: string, init?: RequestInit): Promise<Response | null> {
  try {
    const answer = await plain(input, init);
    return new Response(await answer.arrayBuffer(), answer);
  } catch {
    return null;
  }
}
