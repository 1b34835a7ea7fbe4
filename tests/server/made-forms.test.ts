import { execFile } from 'node:child_process';
import { mkdtemp, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { promisify } from 'node:util';
import sharp from 'sharp';
import { beforeAll, describe, expect, it } from 'vitest';
import { framesOf } from '$core/pages/deck';
import { fromMarkdown } from '$core/pages/markdown';
import { sheetCells } from '$core/pages/nodes/sheet';
import { textOf } from '$core/pages/walk';
import { sheetTable } from '$core/sheets/table';
import { readText } from '$server/pages/bring/read-text';
import { writeDocx } from '$server/pages/print/docx';
import { htmlDocument } from '$server/pages/print/html';
import { makeForm } from '$server/pages/print/make-form';
import { printPdf } from '$server/pages/print/pdf';
import { writePptx } from '$server/pages/print/pptx';

const PPTX = 'application/vnd.openxmlformats-officedocument.presentationml.presentation';
const XLSX = 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet';
const run = promisify(execFile);
const PICTURE = `pictures/${'a'.repeat(64)}.png`;
let folder: string;
let png: Uint8Array;
beforeAll(async () => {
  folder = await mkdtemp(join(tmpdir(), 'vendro-made-'));
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
