import type { JSONContent } from '@tiptap/core';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { fromMarkdown, toMarkdown } from './markdown';
import { lapsedOf, lapsedWithin } from './lapsed';
import { unsound } from './sound';
import { beyond, frameOf, promptsOf, recognised, withAnswers } from './starter';

const LOG = `# Reading log

## Which passage did you read?

::: {.answer #passage}

:::

How did it end?

::: {.choice #end several="yes"}

- [ ] well
- [x] badly
- [ ] not \\*yet\\*

:::

## A word that you looked up

::: {.answer #word optional="yes"}

limpet

> quoted

:::

::: {.entries #hours called="Activity" expected="2" fields="date:date;hours:hours"}

::: {.entry #e1 values="{\\"date\\":\\"2027-03-01\\",\\"hours\\":\\"2\\"}"}

Scraped the hull.

:::

:::

::: {.teachers #mark}

Mark:

:::
`;
const log = fromMarkdown(LOG);

describe('a starter', () => {
  it('is Markdown that says the same when it is read again', () => {
    expect(unsound(log)).toBeNull();
    const kinds = (log.content ?? []).map(({ type }) => type);
    expect(kinds).toEqual([
      'heading',
      'heading',
      'answer',
      'paragraph',
      'choice',
      'heading',
      'answer',
      'entries',
      'teachersPart'
    ]);
    const again = toMarkdown(log);
    expect(fromMarkdown(again)).toEqual(log);
    expect(log.content?.[4]?.attrs).toMatchObject({
      options: ['well', 'badly', 'not *yet*'],
      chosen: [1],
      several: true
    });
    expect(log.content?.[7]?.content?.[0]?.attrs).toMatchObject({ values: { date: '2027-03-01', hours: '2' } });
  });

  it('knows what it asks, and what of it is answered', () => {
    expect(promptsOf(log)).toEqual([
      { id: 'passage', label: 'Which passage did you read?', optional: false, answered: false },
      { id: 'end', label: 'How did it end?', optional: false, answered: true },
      { id: 'word', label: 'A word that you looked up', optional: true, answered: true },
      { id: 'hours', label: 'A word that you looked up', optional: false, answered: false }
    ]);
  });

  it('has a frame that answers do not change, and anything else does', () => {
    const answered = structuredClone(log);
    const [, , passage, , end] = answered.content ?? [];
    if (!passage || !end) throw new Error('The starter has changed.');
    passage.content = [{ type: 'paragraph', content: [{ type: 'text', text: 'The storm' }] }];
    end.attrs = { ...end.attrs, chosen: [0, 2] };
    expect(frameOf(answered)).toBe(frameOf(log));
    const damages: Array<(page: JSONContent[]) => void> = [
      (page) => void page.splice(0, 1),
      (page) => page.push({ type: 'paragraph' }),
      (page) => (page[2] = { ...page[2], attrs: { id: 'other', optional: false } }),
      (page) => (page[2] = { ...page[2], attrs: { id: 'passage', optional: true } }),
      (page) => (page[4] = { ...page[4], attrs: { ...page[4]?.attrs, options: ['well'] } }),
      (page) =>
        (page[8] = { ...page[8], content: [{ type: 'paragraph', content: [{ type: 'text', text: 'Mark: 6' }] }] })
    ];
    for (const damage of damages) {
      const damaged = structuredClone(log);
      damage(damaged.content ?? []);
      expect(frameOf(damaged)).not.toBe(frameOf(log));
    }
  });

  it('takes no more entries than it is strict about', () => {
    const strict = structuredClone(log);
    const entries = strict.content?.[7];
    if (!entries?.content) throw new Error('The starter has changed.');
    entries.attrs = { ...entries.attrs, strict: true };
    expect(beyond(strict)).toBe(false);
    entries.content = Array.from({ length: 3 }, () => entries.content?.[0] ?? {});
    expect(beyond(strict)).toBe(true);
  });

  it('refuses parts that are none', () => {
    for (const attrs of [
      { id: 'x"><script>', optional: false },
      { id: 1, optional: false },
      { id: 'x', optional: 'yes' }
    ])
      expect(unsound({ type: 'doc', content: [{ type: 'answer', attrs, content: [{ type: 'paragraph' }] }] })).toBe(
        'no-page'
      );
    const choice = { id: 'x', options: ['a', { toString: 1 }], chosen: [], several: false, optional: false };
    expect(unsound({ type: 'doc', content: [{ type: 'choice', attrs: choice }] })).toBe('no-page');
  });
});

describe('a correction', () => {
  const id = fc.constantFrom('a', 'b', 'c', 'd', 'e');
  const answer = (own: string, text: string): JSONContent => ({
    type: 'answer',
    attrs: { id: own, optional: false },
    content: [{ type: 'paragraph', content: text === '' ? [] : [{ type: 'text', text }] }]
  });
  const choice = (own: string, chosen: number[], options: string[]): JSONContent => ({
    type: 'choice',
    attrs: { id: own, optional: false, several: true, options, chosen }
  });
  const question = (own: string): JSONContent => ({
    type: 'paragraph',
    content: [{ type: 'text', text: `Question ${own}?` }]
  });
  const page = (prompts: JSONContent[]): JSONContent => ({
    type: 'doc',
    content:
      prompts.length > 0 ? prompts.flatMap((one) => [question(String(one.attrs?.id)), one]) : [{ type: 'paragraph' }]
  });
  const starters = fc
    .uniqueArray(
      fc.record({
        own: id,
        kind: fc.constantFrom('answer', 'choice'),
        options: fc.subarray(['x', 'y', 'z'], { minLength: 1 })
      }),
      { selector: ({ own }) => own }
    )
    .map((parts) =>
      page(parts.map(({ own, kind, options }) => (kind === 'answer' ? answer(own, '') : choice(own, [], options))))
    );
  const copies = fc
    .uniqueArray(
      fc.record({
        own: id,
        words: fc.string({ unit: fc.constantFrom('k', 'e', 'l', 'p'), maxLength: 6 }),
        chosen: fc.boolean()
      }),
      { selector: ({ own }) => own }
    )
    .map((parts) =>
      page(
        parts.map(({ own, words, chosen }) =>
          chosen ? choice(own, [0], [`option ${own}`, 'x']) : answer(own, words && `${own} ${words}`)
        )
      )
    );

  it('loses no answer, and changes nothing of what stays asked', () => {
    fc.assert(
      fc.property(starters, copies, (starter, copy) => {
        const { page: now, left } = withAnswers(starter, copy);
        expect(unsound(now)).toBeNull();
        const text = JSON.stringify(now);
        const before = promptsOf(copy).filter(({ answered }) => answered);
        for (const node of copy.content ?? []) {
          const words = node.type === 'answer' ? node.content?.[0]?.content?.[0]?.text : undefined;
          if (words) expect(text).toContain(JSON.stringify(words));
          if (node.type === 'choice') expect(text).toContain(`option ${String(node.attrs?.id)}`);
        }
        expect(left.length).toBeLessThanOrEqual(before.length);
        expect(frameOf(now)).toBe(frameOf(starter));
        expect(lapsedOf(now).map(({ asked }) => asked)).toEqual(left);
      })
    );
  });

  it('loses no answer over several of them, and gives each back to its question where that is asked again', () => {
    fc.assert(
      fc.property(fc.array(starters, { minLength: 1, maxLength: 4 }), copies, (corrections, copy) => {
        const once = corrections.reduce((page, starter) => withAnswers(starter, page).page, copy);
        const words = (copy.content ?? []).flatMap((node) =>
          node.type === 'answer' ? (node.content?.[0]?.content?.[0]?.text ?? []) : []
        );
        for (const said of words) expect(JSON.stringify(once)).toContain(JSON.stringify(said));
        const asked = (copy.content ?? []).filter(({ type }) => type === 'paragraph' || type === 'answer');
        const again = withAnswers(page(asked.filter(({ type }) => type === 'answer')), once).page;
        expect(lapsedOf(again).filter(({ id }) => asked.some(({ attrs }) => attrs?.id === id))).toEqual([]);
      })
    );
  });

  it('lets its writer choose: words are kept where they lapsed or taken out, and none are made up', () => {
    const { page: now } = withAnswers(page([]), page([answer('a', 'first'), answer('b', 'second')]));
    const [blank, one, other] = now.content ?? [];
    const of = (...content: JSONContent[]): JSONContent => ({ type: 'doc', content });
    if (!blank || !one || !other) throw new Error('Nothing lapsed.');
    const stays = { ...one, attrs: { ...one.attrs, stays: true } };
    expect(lapsedOf(now)).toEqual([
      { id: 'a', asked: 'Question a?', stays: false },
      { id: 'b', asked: 'Question b?', stays: false }
    ]);
    expect(fromMarkdown(toMarkdown(now)).content?.find(({ type }) => type === 'lapsed')).toMatchObject(one);
    expect(promptsOf(now)).toEqual([]);
    for (const fine of [of(blank, stays, other), of(blank, other), of(blank), of(blank, one, { type: 'paragraph' })])
      expect(lapsedWithin(now, fine)).toBe(true);
    const renamed = { ...one, attrs: { ...one.attrs, asked: 'What you want' } };
    const within = { ...other, content: [one] };
    for (const forged of [
      of(one, question('c'), other),
      of(blank, renamed),
      of(blank, one, one, other),
      of(blank, within)
    ])
      expect(lapsedWithin(now, forged)).toBe(false);
  });
});

describe('what a document asks', () => {
  it('is found where a question has nothing behind it, a box is empty, a heading stands alone', () => {
    const page = fromMarkdown(
      '# Shore log\n\nRead chapter 9 first.\n\nWhat did the keeper hide?\n\n2) Name two tides\n\nThen:\n\n1. Where was it?\n2. When was it?\n\n## What surprised you\n\n## Done\n\nHand it in.\n\n| zone | count |\n| --- | --- |\n| upper |  |\n'
    );
    let n = 0;
    const found = recognised(page, () => `p${++n}`);
    expect(unsound(found)).toBeNull();
    expect(promptsOf(found).map(({ label }) => label)).toEqual([
      'What did the keeper hide?',
      'Name two tides',
      'Where was it?',
      'When was it?',
      'What surprised you',
      'upper'
    ]);
  });
});
