import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { moved, withBlock, without } from './arrange';
import { asMarkdown, type Named } from './as-page';
import { achievedFromLines, achievedLines, Block, filesOf, MOST_BLOCKS, withAddresses, pictureMark } from './blocks';
import { filesIn, type Body } from './body';
import { differences } from './differences';
import { fileInFolder, pageInFolder } from './folder';
import { spaceOf } from './space';
import { isOpenTo, linkState, reachWords } from './visitors';

const uuid = (n: number) => `00000000-0000-4000-8000-${String(n).padStart(12, '0')}`;
const text = (n: number, markdown = `Words ${n}`): Block =>
  Block.parse({ kind: 'text', id: uuid(n), title: `Part ${n}`, markdown, html: `<p>${markdown}</p>` });
const picture = (n: number, file: number): Block =>
  Block.parse({ kind: 'picture', id: uuid(n), file: uuid(file), caption: 'A *pool*' });
const body = (...pages: Block[][]): Body => ({
  title: 'The shore',
  about: '',
  pages: pages.map((blocks, i) => ({ id: uuid(900 + i), title: `Page ${i + 1}`, blocks }))
});
const parts = fc
  .uniqueArray(fc.integer({ min: 1, max: 40 }), { maxLength: 12 })
  .map((some) => some.map((n) => text(n)));

describe('the parts of a page', () => {
  it('are all there, whatever was moved where', () => {
    fc.assert(
      fc.property(parts, fc.nat(20), fc.integer({ min: -5, max: 30 }), (blocks, which, to) => {
        const one = blocks[which % Math.max(1, blocks.length)];
        const after = moved(blocks, one?.id ?? uuid(0), to);
        expect(new Set(after)).toEqual(new Set(blocks));
        if (one) expect(after.indexOf(one)).toBe(Math.max(0, Math.min(to, blocks.length - 1)));
      })
    );
  });

  it('come back to where they stood', () => {
    fc.assert(
      fc.property(parts, fc.nat(20), (blocks, which) => {
        const one = blocks[which % Math.max(1, blocks.length)];
        const { blocks: rest, removed } = without(blocks, one?.id ?? uuid(0));
        if (removed) expect(rest).not.toContain(one);
        expect(removed ? withBlock(rest, removed.block, removed.at) : rest).toEqual(blocks);
      })
    );
  });

  it('are no more than a page takes', () => {
    const full = Array.from({ length: MOST_BLOCKS }, (_, i) => text(i));
    expect(withBlock(full, text(500))).toBeNull();
  });

  it('name the files that they show', () => {
    expect(filesIn(body([picture(1, 7), picture(2, 7), text(3)], [picture(4, 8)]))).toEqual([uuid(7), uuid(8)]);
    const look = { title: '', excerpt: '', verdict: 'opens', at: 0, picture: uuid(9) };
    expect(filesOf(Block.parse({ kind: 'link', id: uuid(1), url: 'https://a.example', look }))).toEqual([uuid(9)]);
  });

  it('hold achievements as they were written', () => {
    const written = 'Rowed to the skerry; March 2027\n\nFirst aid';
    expect(achievedFromLines(written)).toEqual([
      { what: 'Rowed to the skerry', when: 'March 2027' },
      { what: 'First aid', when: '' }
    ]);
    expect(achievedLines(achievedFromLines(written))).toBe('Rowed to the skerry; March 2027\nFirst aid');
  });
});

describe('what publishing would change', () => {
  it('is nothing where both are the same, and only there', () => {
    fc.assert(
      fc.property(parts, parts, (one, other) => {
        const found = differences(body(one), body(other));
        expect(found.length === 0).toBe(JSON.stringify(one) === JSON.stringify(other));
      })
    );
  });

  it('says of one part that was moved that it was moved, and of no other', () => {
    const blocks = [text(1), text(2), text(3), text(4)];
    const found = differences(body(blocks), body(moved(blocks, uuid(1), 3)));
    expect(found.map(({ became, blockId }) => [became, blockId])).toEqual([['moved', uuid(1)]]);
  });

  it('names what is new, changed and gone, by its title', () => {
    const found = differences(body([text(1), text(2)]), body([text(1, 'Other'), text(3)], [text(4)]));
    expect(found.map(({ words }) => words)).toEqual([
      'On “Page 1”: “Part 1” is changed.',
      'On “Page 1”: “Part 3” is new.',
      'On “Page 1”: “Part 2” is gone.',
      'The page “Page 2” is new.'
    ]);
    expect(differences(null, body([text(1)])).map(({ became }) => became)).toEqual(['new']);
  });
});

describe('who sees it', () => {
  const reach = { teachers: true, courses: ['c'], school: false };
  it.each([
    [{ as: 'stranger' }, false],
    [{ as: 'school' }, false],
    [{ as: 'teacher' }, true],
    [{ as: 'course', course: 'c' }, true],
    [{ as: 'course', course: 'd' }, false]
  ] as const)('%j: %s', (visitor, open) => expect(isOpenTo(reach, visitor)).toBe(open));

  it('is nobody unless somebody was let in', () => {
    const closed = { teachers: false, courses: [], school: false };
    for (const as of ['stranger', 'school', 'teacher'] as const) expect(isOpenTo(closed, { as })).toBe(false);
    expect(reachWords(closed, new Map(), 0)).toBe('Only you see it.');
    expect(reachWords({ ...reach, school: true }, new Map([['c', 'Tides']]), 2)).toBe(
      'Open to everybody in the school, your teachers, everybody in Tides and whoever has one of its 2 links.'
    );
  });

  it('ends with the link, whatever its password', () => {
    const link = { endsAt: 100, locked: true, revokedAt: null };
    expect(linkState(link, false, 50)).toBe('locked');
    expect(linkState(link, true, 50)).toBe('open');
    expect(linkState(link, true, 100)).toBe('over');
    expect(linkState({ ...link, revokedAt: 10 }, true, 50)).toBe('revoked');
  });
});

describe('as one page', () => {
  const files = new Map<string, Named>([
    [uuid(7), { name: 'pool.jpg', picture: { sha256: 'a'.repeat(64), mediaType: 'image/jpeg' } }],
    [uuid(8), { name: 'sound.webm', picture: null }]
  ]);
  it('holds its pages with their pictures, and what nobody wrote as Markdown stands for itself', () => {
    const recording = Block.parse({ kind: 'recording', id: uuid(5), file: uuid(8), caption: '' });
    const whole = body([text(1), picture(2, 7), recording], [text(3, '**bold**')]);
    const said = asMarkdown({ ...whole, title: 'Shore & *sea*' }, whole.pages, files);
    expect(said).toContain('# Shore & \\*sea\\*');
    expect(said).toContain('## Page 2');
    expect(said).toContain(`![A \\*pool\\*](pictures/${'a'.repeat(64)}.jpg)`);
    expect(said).toContain('**sound.webm**');
    expect(said).toContain('**bold**');
  });
  it('is headed by the page alone where it is of one', () => {
    const whole = body([text(1)], [text(2)]);
    const said = asMarkdown(whole, whole.pages.slice(1), files);
    expect(said.startsWith('# Page 2\n')).toBe(true);
    expect(said).not.toContain('Words 1');
  });
});

it('puts the addresses of whoever looks into what was written', () => {
  const html = `<img src="${pictureMark(uuid(1))}"><img src="${pictureMark(uuid(2))}">`;
  expect(withAddresses(html, (file) => (file === uuid(1) ? '/a' : ''))).toBe('<img src="/a"><img src="">');
});

it('keeps to its folder, whatever a file is called', () => {
  expect(fileInFolder({ id: uuid(1), name: '../../etc/pass<wd>' })).toMatch(/^files\/00000000-[^/]+$/);
  expect([pageInFolder(0), pageInFolder(1)]).toEqual(['index.html', 'page-2.html']);
});

it('tells what fills it, and what only earlier publications hold', () => {
  const file = (n: number, size: number) => ({
    id: uuid(n),
    name: `f${n}`,
    mediaType: 'image/jpeg',
    size,
    original: size,
    picture: true
  });
  const space = spaceOf([file(1, 10), file(2, 30), file(3, 5)], new Set([uuid(1)]), new Set([uuid(1), uuid(3)]));
  expect(space).toMatchObject({ all: 45, earlier: 30 });
  expect(space.files.map(({ at }) => at)).toEqual(['earlier', 'shown', 'published']);
});
