import { execFile } from 'node:child_process';
import { mkdtemp, readFile, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { promisify } from 'node:util';
import sharp from 'sharp';
import { beforeAll, describe, expect, it } from 'vitest';
import { readText } from '$server/pages/bring/read-text';
import { writeDocx } from '$server/pages/print/docx';
import { htmlDocument } from '$server/pages/print/html';
import { printPdf } from '$server/pages/print/pdf';

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
