import { execFile } from 'node:child_process';
import { mkdtemp, readFile, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { promisify } from 'node:util';
import sharp from 'sharp';
import { beforeAll, describe, expect, it } from 'vitest';
import { readText } from '$server/pages/bring/read-text';
import { framesOf } from '$core/pages/deck';
import { fromMarkdown } from '$core/pages/markdown';
import { textOf } from '$core/pages/walk';
import { writeDocx } from '$server/pages/print/docx';
import { makeForm } from '$server/pages/print/make-form';
import { sheetCells } from '$core/pages/nodes/sheet';
import { sheetTable } from '$core/sheets/table';
import { writePptx } from '$server/pages/print/pptx';
import { htmlDocument } from '$server/pages/print/html';
import { printPdf } from '$server/pages/print/pdf';

const PPTX = 'application/vnd.openxmlformats-officedocument.presentationml.presentation';
const XLSX = 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet';
const run = promisify(execFile);
const PICTURE = `pictures/${'a'.repeat(64)}.png`;
const PAGE = `# Kelp above, rope below

Density is $\\bar{n} = \\frac{\\sum n_i}{A}$ per quadrat^[Of a quarter of a square metre], **on average**, says *the warden*.

- [ ] measure
- [x] draw

1. first
2. second
   - deep

> It moved.

| zone | count |
| --- | --- |
| upper | 14 |

![A scale bar](${PICTURE})

$$
x^2
$$

\\newpage

東京 שלום नमस्ते
`;
let folder: string;
let png: Uint8Array;
beforeAll(async () => {
  folder = await mkdtemp(join(tmpdir(), 'vendro-forms-'));
  png = await sharp({ create: { width: 300, height: 100, channels: 3, background: '#223344' } })
    .png()
    .toBuffer();
});
const laid = async (name: string, bytes: Uint8Array | string) => {
  await writeFile(join(folder, name), bytes);
  return join(folder, name);
};
const picture = async (name: string) => (name === PICTURE ? png : null);
const set = { title: 'Kelp', serif: true, spacing: 1.5 };

describe('what is made of a page, as other readers find it', () => {
  it('is a PDF with its words in their order, its sheets, notes and picture', async () => {
    const pdf = await laid('kelp.pdf', (await printPdf({ markdown: PAGE, ...set, author: '', at: 0, picture })).bytes);
    const { stdout: words } = await run('pdftotext', ['-layout', pdf, '-']);
    const [first = '', second = ''] = words.split('\f');
    expect(first.replace(/\s+/g, ' ')).toMatch(
      /Kelp above, rope below Density is .*on average, says the warden\. ☐ measure ☑ draw 1\. first 2\. second – deep It moved\. zone count upper 14/
    );
    expect(second).toContain('東京');
    expect(second).toContain('Of a quarter of a square metre');
    expect(second).toMatch(/2 ?\/ ?2/);
    const { stdout: pictures } = await run('pdfimages', ['-list', pdf]);
    expect(pictures).toMatch(/ 300 +100 /);
    const { stdout: facts } = await run('pdfinfo', [pdf]);
    expect(facts).toMatch(/Pages: +2/);
    expect(facts).toMatch(/Title: +Kelp/);
  });

  it('loses no word of a table whose row is longer than a sheet', async () => {
    const words = Array.from({ length: 2600 }, (_, i) => `w${i}`);
    const markdown = `| short | long |\n| --- | --- |\n| kelp | ${words.join(' ')} |\n\nAfter it.\n`;
    const pdf = await laid('row.pdf', (await printPdf({ markdown, ...set, author: '', at: 0, picture })).bytes);
    const { stdout } = await run('pdftotext', [pdf, '-']);
    const found = stdout.match(/\bw\d+\b/g) ?? [];
    expect(new Set(found).size).toBe(words.length);
    expect(stdout).toContain('After it.');
  });

  it('is a text document whose headings, notes, formulas, tables and pictures are such', async () => {
    const docx = await laid('kelp.docx', await writeDocx({ markdown: PAGE, ...set, picture }));
    const { stdout } = await run('pandoc', ['-f', 'docx', '-t', 'markdown', '--wrap=none', docx]);
    for (const part of [
      '# Kelp above, rope below',
      '\\frac{\\sum',
      '[^1]: Of a quarter',
      '**on average**',
      '☑ draw',
      '> It moved.'
    ])
      expect(stdout).toContain(part);
    expect(stdout).toMatch(/!\[A scale bar\]\(media\//);
    expect(stdout).toMatch(/1\. +first/);
    expect(stdout).toMatch(/upper +14/);
  });

  it('is HTML and Markdown that say the same', async () => {
    const html = await laid('kelp.html', htmlDocument(PAGE, 'Kelp', set));
    const md = await laid('kelp.md', PAGE);
    const words = async (from: string, path: string) =>
      (await run('pandoc', ['-f', from, '-t', 'plain', '--wrap=none', path])).stdout.replace(/[\s↑─|+:=-]+/g, ' ');
    const [one, other] = [await words('html', html), await words('markdown+task_lists', md)];
    for (const part of [
      'Kelp above, rope below',
      'on average',
      'draw',
      'upper',
      'Of a quarter of a square metre',
      '東京 שלום नमस्ते'
    ]) {
      expect(one).toContain(part);
      expect(other).toContain(part);
    }
  });
});

describe('a text that is brought in', () => {
  const read = async (name: string, mediaType: string, bytes: Uint8Array | string) =>
    readText({ path: await laid(name, bytes), name, mediaType });

  it('is read from what other word processors write, with its pictures', async () => {
    const md = await laid('other.md', PAGE.replace(PICTURE, await laid('bar.png', png)));
    for (const [ending, type] of [
      ['docx', 'application/vnd.openxmlformats-officedocument.wordprocessingml.document'],
      ['odt', 'application/vnd.oasis.opendocument.text']
    ] as const) {
      const file = join(folder, `other.${ending}`);
      await run('pandoc', ['-f', 'markdown', '-o', file, md]);
      const brought = await readText({ path: file, name: `other.${ending}`, mediaType: type });
      const html = brought?.html ?? '';
      expect(html).toMatch(/<h1>(<[^>]*>)*Kelp above, rope below/);
      expect(html).toMatch(/<strong>on average<\/strong>/);
      expect(html).toMatch(/<em>the warden<\/em>/);
      expect(html).toMatch(/<img [^>]*src="brought:0"/);
      expect(html).toContain('data-footnote="Of a quarter of a square metre"');
      expect(html).toMatch(/<td>(<p>)?upper(<\/p>)?<\/td>/);
      expect(brought?.pictures).toHaveLength(1);
      expect(Buffer.from(brought?.pictures[0] ?? []).equals(Buffer.from(png))).toBe(true);
    }
  });

  it('keeps a note of an OpenDocument text where it was', async () => {
    const md = await laid('note.md', 'Said^[In a letter & elsewhere] here.');
    const file = join(folder, 'note.odt');
    await run('pandoc', ['-f', 'markdown', '-o', file, md]);
    const brought = await readText({
      path: file,
      name: 'note.odt',
      mediaType: 'application/vnd.oasis.opendocument.text'
    });
    expect(brought?.html).toMatch(/Said<sup data-footnote="In a letter &amp; elsewhere"><\/sup> here\./);
  });

  it('holds nothing that runs, loads or hides, whatever is sent as HTML', async () => {
    const brought = await read(
      'hostile.html',
      'text/html',
      `<h1 onclick="x()">Kelp</h1><script>alert(1)</script><style>*{display:none}</style><img src=x onerror=alert(1)>
       <img src="https://spy.example/1.png"><a href="javascript:alert(1)">go</a><iframe src="//spy.example"></iframe>
       <form action="/x"><input name=a></form><svg onload=alert(1)><p style="position:fixed">over</p>`
    );
    expect(brought?.html).not.toMatch(/script|style|onerror|onload|onclick|spy|javascript|iframe|form|input|svg|img/i);
    expect(brought?.html).toContain('<h1>Kelp</h1>');
    await expect(read('deep.html', 'text/html', '<div>'.repeat(5000))).rejects.toThrow();
  });

  it('keeps each character of a plain text, and reads nothing in a picture', async () => {
    expect(await read('notes.txt', 'text/plain', '# 1 * 2\n- 3')).toMatchObject({ markdown: '\\# 1 \\* 2\n\n\\- 3' });
    expect(await read('bar.png', 'image/png', png)).toBeNull();
    expect(await readFile(join(folder, 'bar.png'))).toBeDefined();
  });
});

describe('a deck', () => {
  const DECK = `::: {.frame #a ratio="16:9"}

# Bowline

- A loop that **does not** close
   - with one hand
- Works loose

![A scale bar](${PICTURE})

::: {.notes #n}

Slowly, and once behind the back.

:::

:::

::: {.frame #b ratio="16:9"}

# Clove hitch

| post | holds |
| --- | --- |
| round | well |

:::
`;

  it('is a PDF with a sheet of its size for each frame, without what the speaker says', async () => {
    const { bytes, sheets } = await printPdf({ markdown: DECK, ...set, author: '', at: 0, picture });
    const pdf = await laid('deck.pdf', bytes);
    expect(sheets).toBe(2);
    const { stdout: words } = await run('pdftotext', ['-layout', pdf, '-']);
    expect(words.split('\f').map((sheet) => /Bowline|Clove/.exec(sheet)?.[0])).toEqual(['Bowline', 'Clove', undefined]);
    expect(words).not.toContain('behind the back');
    const { stdout: facts } = await run('pdfinfo', [pdf]);
    const [, width = 0, height = 1] = /Page size: +([\d.]+) x ([\d.]+)/.exec(facts) ?? [];
    expect(Number(width) / Number(height)).toBeCloseTo(16 / 9, 2);
  });

  it('is a presentation that says the same to another reader, and to ours when it comes back', async () => {
    const path = await laid('deck.pptx', await writePptx({ markdown: DECK, ...set, picture }));
    // What stands on slides and in notes, by the standard's own names, read without anything of ours.
    const script = `import re, sys, zipfile
z = zipfile.ZipFile(sys.argv[1])
for name in sorted(z.namelist()):
    if re.match(r'ppt/(slides|notesSlides)/[^/]+\\.xml$', name):
        print(name, ' '.join(re.findall(r'<a:t>([^<]*)</a:t>', z.read(name).decode())))
print(sum(name.startswith('ppt/media/') and name.endswith('.png') for name in z.namelist()))`;
    const { stdout } = await run('/usr/bin/python3', ['-c', script, path]);
    expect(stdout).toMatch(/slide1\.xml Bowline A loop that {1,2}does not {1,2}close with one hand Works loose/);
    expect(stdout).toMatch(/notesSlide1\.xml .*Slowly, and once behind the back\./);
    expect(stdout).toMatch(/slide2\.xml Clove hitch post holds round well/);
    const back = await readText({ path, name: 'deck.pptx', mediaType: PPTX });
    expect(back?.pictures).toHaveLength(1);
    const frames = framesOf(fromMarkdown(back?.markdown ?? ''));
    expect(frames.map(({ title }) => title)).toEqual(['Bowline', 'Clove hitch']);
    expect(frames[0]?.notes.map(textOf)).toEqual(['Slowly, and once behind the back.']);
    expect(back?.markdown).toMatch(/- A loop that \*\*does not\*\* close\n +- with one hand\n- Works loose/);
    expect(back?.markdown).toContain('![A scale bar](brought:0)');
    expect(back?.markdown).toMatch(/\| round +\| well/);
  });

  it('comes from what others make, slide by slide', async () => {
    const md = await laid(
      'talk.md',
      '# Knots\n\n- Bowline\n- Sheet bend\n\n::: notes\nSlowly.\n:::\n\n# Hitches\n\nOn a post.\n'
    );
    const path = join(folder, 'talk.pptx');
    await run('pandoc', ['-f', 'markdown', '-t', 'pptx', '-o', path, md]);
    const frames = framesOf(
      fromMarkdown((await readText({ path, name: 'talk.pptx', mediaType: PPTX }))?.markdown ?? '')
    );
    expect(frames.map(({ title }) => title)).toEqual(['Knots', 'Hitches']);
    expect(frames[0]?.shown.at(-1)?.type).toBe('bulletList');
    expect(frames[0]?.notes.map(textOf)).toEqual(['Slowly.']);
  });
});

describe('sheets and drawings', () => {
  const SHEET = `::: {.sheet #s name="Counts" forms="B2:two"}

\`\`\`\`csv
Zone,Count,Twice
upper,14,=B2*2
lower,3,=B3*2
all,=SUM(B2:B3),
\`\`\`\`

:::
`;
  const DRAWING = `::: {.drawing #d alt="A scarf joint"}

\`\`\`\`strokes
line 0 8 100,100,5 700,400,5
text 2 4 200,300,5 | rope & chain
\`\`\`\`

:::
`;
  const form = async (markdown: string, form: 'xlsx' | 'csv' | 'svg' | 'png') => {
    const path = await laid('made.md', markdown);
    const { bytes } = await makeForm({ path, form, pictures: [], at: 0, room: false, ...set });
    return laid(`made.${form}`, bytes);
  };

  it('is a workbook whose formulas are formulas to another reader, and to ours when it comes back', async () => {
    const path = await form(SHEET, 'xlsx');
    const script = `import openpyxl, sys
book = openpyxl.load_workbook(sys.argv[1])
sheet = book.active
print(sheet.title, sheet['A2'].value, sheet['B2'].value, sheet['B2'].number_format, sheet['C3'].value, sheet['B4'].value)`;
    const { stdout } = await run('/usr/bin/python3', ['-c', script, path]);
    expect(stdout.trim()).toBe('Counts upper 14 0.00 =B3*2 =SUM(B2:B3)');
    const back = await readText({ path, name: 'made.xlsx', mediaType: XLSX });
    expect(back?.markdown).toContain('upper,14,=B2*2');
    expect(back?.markdown).toContain('all,=SUM(B2:B3)');
  });

  it('comes from what others make, as workbook and as CSV', async () => {
    const path = join(folder, 'theirs.xlsx');
    const script = `import openpyxl, sys
book = openpyxl.Workbook()
book.active.title = 'Offsets'
book.active.append(['Station', 'Half breadth'])
book.active.append([1, 0.25])
book.active['B3'] = '=B2*2'
book.create_sheet('Notes')['A1'] = 'faired'
book.save(sys.argv[1])`;
    await run('/usr/bin/python3', ['-c', script, path]);
    const read = (await readText({ path, name: 'theirs.xlsx', mediaType: XLSX }))?.markdown ?? '';
    const sheets = fromMarkdown(read).content?.filter(({ type }) => type === 'sheet') ?? [];
    expect(sheets.map(({ attrs }) => attrs?.name as unknown)).toEqual(['Offsets', 'Notes']);
    expect(sheetTable(sheetCells(sheets[0] ?? {}))).toEqual([
      ['Station', 'Half breadth'],
      ['1', '0.25'],
      ['', '0.5']
    ]);
    const csv = await laid('theirs.csv', '\uFEFFa;b\n"x;y";2\n');
    const table = (await readText({ path: csv, name: 'theirs.csv', mediaType: 'text/csv' }))?.markdown ?? '';
    expect(sheetTable(sheetCells(fromMarkdown(table).content?.[0] ?? {}))).toEqual([
      ['a', 'b'],
      ['x;y', '2']
    ]);
  });

  it('shows values in CSV, PDF and HTML', async () => {
    const { stdout } = await run('cat', [await form(SHEET, 'csv')]);
    expect(stdout).toBe('Zone,Count,Twice\nupper,14.00,28\nlower,3,6\nall,17,\n');
    const pdf = await laid(
      'sheet.pdf',
      (await printPdf({ markdown: SHEET, ...set, author: '', at: 0, picture })).bytes
    );
    expect((await run('pdftotext', ['-layout', pdf, '-'])).stdout).toMatch(/all +17/);
    expect(htmlDocument(SHEET, 'x', set)).toMatch(/<td><p>17<\/p><\/td>/);
  });

  it('is a drawing as SVG and PNG, in PDF and DOCX', async () => {
    const { stdout } = await run('/usr/bin/python3', [
      '-c',
      'import sys, xml.dom.minidom as m; d = m.parse(sys.argv[1]); print(d.documentElement.tagName, len(d.getElementsByTagName("line")), d.getElementsByTagName("text")[0].firstChild.data)',
      await form(DRAWING, 'svg')
    ]);
    expect(stdout.trim()).toBe('svg 1 rope & chain');
    const meta = await sharp(await form(DRAWING, 'png')).metadata();
    expect([meta.format, meta.width]).toEqual(['png', 1600]);
    const pdf = await laid(
      'drawing.pdf',
      (await printPdf({ markdown: DRAWING, ...set, author: '', at: 0, picture })).bytes
    );
    expect((await run('pdfimages', ['-list', pdf])).stdout).toMatch(/ 1600 +1067 /);
    const docx = await laid('drawing.docx', await writeDocx({ markdown: DRAWING, ...set, picture }));
    expect((await run('pandoc', ['-f', 'docx', '-t', 'markdown', docx])).stdout).toContain('A scarf joint');
  });
});
