import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { fromMarkdown } from './markdown';
import { readBack, withRead } from './read-back';
import { spelledOut } from './spelled-out';
import { frameOf, promptsOf } from './starter';

const STARTER = `# Reading log

What happens in chapter four?

::: {.answer #four}

:::

| Line to keep | Why |
| --- | --- |
|  |  |

Would you go on reading?

::: {.choice #on}

- [ ] yes
- [ ] no

:::

What is your question?

::: {.answer #ask}

:::
`;
const starter = fromMarkdown(STARTER);
const back = (markdown: string) => readBack(starter, fromMarkdown(markdown));
const said = (markdown: string) => {
  const page = withRead(starter, back(markdown));
  return promptsOf(page).map(({ id, answered }) => [id, answered]);
};

describe('a starter that was filled in elsewhere', () => {
  it('is read where its questions stand: blocks, lists, ticks, an answer in the line of its question', () => {
    const filled = `# Reading log\n\nWhat happens in chapter four?\n\nThe bell rings.\n\n- twice\n- at night\n\n| Line to keep | Why |\n| --- | --- |\n|  |  |\n\nWould you go on reading?\n\n- [x] yes\n- [ ] no\n\nWhat is your question? Who rang it?\n`;
    const page = withRead(starter, back(filled));
    expect(promptsOf(page).map(({ answered }) => answered)).toEqual([true, true, true]);
    const text = JSON.stringify(page);
    for (const words of ['The bell rings.', 'bulletList', 'twice', 'Who rang it?']) expect(text).toContain(words);
    expect(frameOf(page)).toBe(frameOf(starter));
  });

  it('says which answers could not be found, and guesses none', () => {
    const { answers, unclear } = back(`What happens in chapter five?\n\nThe bell.\n\nWhat is your question?\n\nWho?\n`);
    expect([...answers.keys()]).toEqual(['ask']);
    expect(unclear).toEqual(['four', 'on']);
  });

  it('takes what we write where nothing is answered for no answer', () => {
    const empty = spelledOut(starter);
    expect(readBack(starter, empty).answers.size).toBe(0);
    expect(said('nothing of it')).toEqual([
      ['four', false],
      ['on', false],
      ['ask', false]
    ]);
  });

  it('comes back as it went, whatever is answered', () => {
    const answer = fc.stringMatching(/^[a-z]{3,8}( [a-z]{3,8}){0,6}$/);
    fc.assert(
      fc.property(answer, answer, (one, other) => {
        const filled = withRead(starter, {
          answers: new Map([
            ['four', { content: [{ type: 'paragraph', content: [{ type: 'text', text: one }] }] }],
            ['ask', { content: [{ type: 'paragraph', content: [{ type: 'text', text: other }] }] }]
          ])
        });
        const read = withRead(starter, readBack(starter, spelledOut(filled)));
        expect(read).toEqual(filled);
      }),
      { numRuns: 60 }
    );
  });
});
