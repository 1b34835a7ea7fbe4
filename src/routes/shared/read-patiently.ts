/** Tries again after this long where the line is down. */
const AGAIN = 2000;

/**
 * Lets a page that reads itself anew wait for the line. The framework would put the browser's own error page in its
 * place, and with it would go whatever is written there and not yet sent. Going to another page is not made to wait.
 *
 * To be called once, before the application starts: it reads pages through `window.fetch`.
 */
export function readPatiently(): void {
  const plain = window.fetch;
  window.fetch = async (input, init) => {
    if (typeof input !== 'string') return plain(input, init);
    const page = pageRead(input);
    if (page === null || page !== place(location.pathname)) return plain(input, init);
    // For somebody who has left meanwhile, nothing is read any more, and nothing fails either.
    while (page === place(location.pathname)) {
      const answer = await whole(plain, input, init);
      if (answer) return answer;
      await new Promise((resolve) => setTimeout(resolve, AGAIN));
    }
    return new Promise(() => undefined);
  };
}

const DATA = '/__data.json';

/** The page whose data an address reads; null where it is another address. */
function pageRead(address: string): string | null {
  const { origin, pathname } = new URL(address, location.href);
  return origin === location.origin && pathname.endsWith(DATA) ? place(pathname.slice(0, -DATA.length)) : null;
}

const place = (pathname: string) => pathname.replace(/\/$/, '');

/** An answer with all of its bytes; null where the line broke before that. */
async function whole(plain: typeof fetch, input: string, init?: RequestInit): Promise<Response | null> {
  try {
    const answer = await plain(input, init);
    return new Response(await answer.arrayBuffer(), answer);
  } catch {
    return null;
  }
}
