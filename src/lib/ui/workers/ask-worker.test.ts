import { describe, expect, it } from 'vitest';
import { askable } from './ask-worker';

/** Stands in for a browser's worker: answers by what it is told to do. */
class Pretended extends EventTarget {
  static made: Pretended[] = [];
  asked: Array<{ no: number; say: string }> = [];
  constructor() {
    super();
    Pretended.made.push(this);
  }
  postMessage(question: { no: number; say: string }) {
    this.asked.push(question);
  }
  answer(i: number) {
    const { no, say } = this.asked[i] ?? { no: 0, say: '' };
    this.dispatchEvent(new MessageEvent('message', { data: { no, said: say } }));
  }
}
const made = () => {
  Pretended.made = [];
  return askable(() => new Pretended() as unknown as Worker);
};
const nth = (i: number) => Pretended.made[i] as Pretended;

describe('a worker that is asked', () => {
  it('answers each question by its number, whichever comes first', async () => {
    const ask = made();
    const [one, two] = [ask<{ said: string }>({ say: 'one' }), ask<{ said: string }>({ say: 'two' })];
    nth(0).answer(1);
    nth(0).answer(0);
    expect([(await one).said, (await two).said]).toEqual(['one', 'two']);
    expect(Pretended.made).toHaveLength(1);
  });

  it('that fails rejects what waits, and the next question gets a new one', async () => {
    const ask = made();
    const lost = ask({ say: 'one' });
    nth(0).dispatchEvent(new Event('error'));
    await expect(lost).rejects.toThrow('failed');
    const again = ask<{ said: string }>({ say: 'two' });
    nth(1).answer(0);
    expect((await again).said).toBe('two');
  });

  it('whose script could not be fetched ahead is made anew when it is asked', async () => {
    const ask = made();
    ask.begin();
    nth(0).dispatchEvent(new Event('error'));
    const answer = ask<{ said: string }>({ say: 'one' });
    nth(1).answer(0);
    expect((await answer).said).toBe('one');
  });
});
