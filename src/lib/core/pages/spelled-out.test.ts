import { describe, expect, it } from 'vitest';
import { evidenceIn, isEvidence, MOST_EVIDENCE } from './evidence';
import { toHtml } from './html';
import { fromMarkdown, toMarkdown } from './markdown';
import { unsound } from './sound';
import { spelledOut } from './spelled-out';
import { filledSince, teachersPartsOf, withTeachersParts } from './teachers-parts';
import { frameOf, withAnswers } from './starter';

const HASH = 'a'.repeat(64);
const FORM = `# Hours

::: {.entries #e called="Activity" expected="3" fields="date:date;hours:hours;programme:evidence"}

::: {.entry #one values="{\\"date\\":\\"2027-03-01\\",\\"hours\\":\\"4\\"}" evidence="[{\\"name\\":\\"programme.pdf\\",\\"sha256\\":\\"${HASH}\\"}]"}

It rained.

:::

::: {.entry #two values="{}"}

:::

:::

Which shift?

::: {.choice #shift}

- [x] early
- [ ] late

:::

What did you learn?

::: {.answer #learnt}

:::

What was granted

::: {.teachers #granted}

Nothing yet.

:::
`;
const form = fromMarkdown(FORM);
const words = (page = spelledOut(form)) => toMarkdown(page);

describe('a page for those who read it outside its editor', () => {
  it('spells out entries with their numbers, values and files, ticks, what is empty, and the teacher’s part', () => {
    expect(words()).toContain('#### Activity 1');
    expect(words()).toMatch(/\| date +\| 2027-03-01 \|\n/);
    expect(words()).toContain('- Activity 1, programme');
    expect(words()).toContain('It rained.');
    expect(words()).toContain('#### Activity 2');
    expect(words()).toContain('- [x] early');
    expect(words()).toContain('*Not answered*');
    expect(words()).toMatch(/\*\*Your teacher’s part\*\*\n\nNothing yet\./);
    expect(words()).not.toContain(':::');
    expect(unsound(spelledOut(form))).toBeNull();
    const html = toHtml(spelledOut(form), { picture: () => null, formula: () => '' });
    for (const said of ['☑', 'early', '2027-03-01', 'Activity 1, programme']) expect(html).toContain(said);
  });

  it('leaves room to write by hand where it is to be filled so', () => {
    const empty = fromMarkdown(FORM.replace(/::: \{\.entry [^]*?\n:::\n/g, ''));
    const printed = toMarkdown(spelledOut(empty, true));
    for (const no of [1, 2, 3]) expect(printed).toContain(`#### Activity ${no}`);
    expect(printed).not.toContain('Not answered');
    expect(printed.match(/(<br>){5}/g)?.length).toBe(4);
  });
});

describe('the files that an entry names', () => {
  it('are numbered with it, as the entries stand now, and come through Markdown', () => {
    expect(evidenceIn(form)).toEqual([{ sha256: HASH, words: 'Activity 1, programme' }]);
    expect(evidenceIn(fromMarkdown(toMarkdown(form)))).toEqual(evidenceIn(form));
    const [entries] = form.content?.filter(({ type }) => type === 'entries') ?? [];
    const turned = { type: 'doc', content: [{ ...entries, content: [...(entries?.content ?? [])].reverse() }] };
    expect(evidenceIn(turned)).toEqual([{ sha256: HASH, words: 'Activity 2, programme' }]);
  });

  it('are files by their hash, and not without end', () => {
    const one = { name: 'x.pdf', sha256: HASH };
    expect(isEvidence([one])).toBe(true);
    for (const bad of [
      'x',
      [{ ...one, sha256: 'no hash' }],
      [{ ...one, more: 1 }],
      [{ name: 'x'.repeat(300), sha256: HASH }],
      Array.from({ length: MOST_EVIDENCE + 1 }, () => one),
      [null]
    ])
      expect(isEvidence(bad)).toBe(false);
  });
});

describe('the parts that only a teacher fills', () => {
  const granted = (text: string) => new Map([['granted', fromMarkdown(text).content ?? []]]);

  it('are filled by name, and nothing else changes', () => {
    const filled = withTeachersParts(form, granted('Three hours.'));
    expect(teachersPartsOf(filled)).toMatchObject([{ id: 'granted', label: 'What was granted' }]);
    expect(toMarkdown(filled)).toBe(FORM.replace('Nothing yet.', 'Three hours.').trimStart());
    expect(withTeachersParts(form, new Map([['other', []]]))).toEqual(form);
  });

  it('stay filled when the rest is corrected', () => {
    const copy = withTeachersParts(form, granted('Three hours.'));
    const now = fromMarkdown(FORM.replace('What did you learn?', 'What was new?'));
    const corrected = withTeachersParts(withAnswers(now, copy).page, filledSince(form, copy));
    expect(toMarkdown(corrected)).toContain('Three hours.');
    expect(toMarkdown(corrected)).toContain('What was new?');
    expect(filledSince(form, form).size).toBe(0);
    expect(frameOf(corrected)).not.toBe(frameOf(now));
  });
});
