/** A window's cookies by their names. */
export type Cookies = Map<string, string>;

/** Asks, keeps the cookies that come, and follows where it is sent to. @returns `redirected`: whether it was sent on */
export async function answerOf(
  url: URL,
  init: RequestInit,
  cookies: Cookies
): Promise<{ url: string; status: number; headers: Headers; text: string; redirected: boolean }> {
  let [at, sent, redirected] = [url, init, false];
  for (let hops = 0; hops < 10; hops++) {
    const given = sent.headers as Record<string, string> | undefined;
    const headers = { accept: 'text/html', ...given, cookie: cookieHeader(cookies) };
    const answer = await fetch(at, { ...sent, headers, redirect: 'manual' });
    for (const line of answer.headers.getSetCookie()) keep(line, cookies);
    const location = answer.headers.get('location');
    if (location === null || answer.status < 300 || answer.status > 399) {
      const { status } = answer;
      return { url: at.href, status, headers: answer.headers, text: await answer.text(), redirected };
    }
    await answer.body?.cancel();
    [at, sent, redirected] = [new URL(location, at), {}, true];
  }
  throw new Error(`${url.href} leads in a circle.`);
}

export const cookieHeader = (cookies: Cookies) => [...cookies].map(([name, value]) => `${name}=${value}`).join('; ');

function keep(line: string, cookies: Cookies): void {
  const [pair = '', ...rest] = line.split(';');
  const [, name = '', value = ''] = /^([^=]*)=(.*)$/.exec(pair) ?? [];
  const over = rest.some((one) => /^\s*(max-age=0|expires=thu, 01 jan 1970)/i.test(one));
  if (over || value === '') cookies.delete(name.trim());
  else cookies.set(name.trim(), value);
}
