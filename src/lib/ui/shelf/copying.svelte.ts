import { reach } from '$ui/forms/reach';

/** A copy under way. */
export class Copying {
  copied = $state(0);
  of = $state(0);
  /** Why it came to nothing. */
  words = $state('');
  done = $state(false);
  private ending = new AbortController();

  /**
   * Copies a file of the store onto the Shelf, and follows how far it is.
   *
   * @returns whether it is there
   */
  async run(path: string): Promise<boolean> {
    try {
      const answer = await reach('/shelf/store/copy', {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify({ path }),
        signal: this.ending.signal
      });
      if (!answer.ok || !answer.body) throw new Error('The server did not answer.');
      for await (const line of lines(answer.body)) this.noteHeard(JSON.parse(line) as News);
      if (!this.done && this.words === '') throw new Error('The answer broke off.');
    } catch {
      if (!this.ending.signal.aborted) this.words = 'The connection broke, so nothing was copied. Try again.';
    }
    return this.done;
  }

  cancel(): void {
    this.ending.abort();
  }

  private noteHeard(news: News): void {
    if ('copied' in news) ({ copied: this.copied, of: this.of } = news);
    else if (news.ok) this.done = true;
    else this.words = news.words;
  }
}

type News = { copied: number; of: number } | { ok: true; name: string } | { ok: false; words: string };

async function* lines(body: ReadableStream<Uint8Array>): AsyncGenerator<string> {
  const reader = body.pipeThrough(new TextDecoderStream() as ReadableWritablePair<string, Uint8Array>).getReader();
  let rest = '';
  for (let read = await reader.read(); !read.done; read = await reader.read()) {
    const parts = (rest + read.value).split('\n');
    rest = parts.pop() ?? '';
    yield* parts.filter((part) => part !== '');
  }
}
