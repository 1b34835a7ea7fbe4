import { describe, expect, it } from 'vitest';
import { cleanBrief, renderBrief } from '$server/rich-text/brief';

describe('a brief keeps what it says', () => {
  it.each([
    ['# Top', '<h2>Top</h2>'],
    ['**bold** and *slanted*', '<strong>bold</strong> and <em>slanted</em>'],
    ['- one\n- two', '<li>two</li>'],
    ['> quoted', '<blockquote>'],
    ['| a | b |\n|---|---|\n| 1 | 2 |', '<th scope="col">a</th>'],
    ['[key](https://shore.example/key)', 'href="https://shore.example/key"'],
    ['`code`', '<code>code</code>']
  ])('%j', async (markdown, html) => expect(await renderBrief(markdown)).toContain(html));
});

describe('and can do no harm', () => {
  it.each([
    ['a script', '<script>alert(1)</script>', /script|alert/],
    ['a handler', '<p onclick="alert(1)">x</p>', /onclick/],
    ['an image that fails on purpose', '<img src=x onerror=alert(1)>', /img|onerror/],
    ['a script address', '[x](javascript:alert(1))', /href="javascript:/],
    ['an encoded script address', '<a href="jav&#x09;ascript:alert(1)">x</a>', /javascript|jav\s/],
    ['a data address', '<a href="data:text/html,<script>alert(1)</script>">x</a>', /data:/],
    ['a frame', '<iframe src="https://elsewhere.example"></iframe>', /iframe/],
    ['a form', '<form action="https://elsewhere.example"><input name=p></form>', /form|input/],
    ['a style', '<style>body{display:none}</style><p style="position:fixed">x</p>', /style/],
    ['a drawing with a script', '<svg><script>alert(1)</script></svg>', /svg|script/],
    ['a formula that hides one', '<math><mtext><script>alert(1)</script></mtext></math>', /script/],
    ['an id that shadows ours', '<p id="packet" class="btn">x</p>', /id=|class=/]
  ])('%s', async (_name, hostile, trace) => {
    expect(await renderBrief(hostile)).not.toMatch(trace);
    expect(cleanBrief(hostile)).not.toMatch(trace);
  });

  it('is the same when it is cleaned again on the way out', async () => {
    const once = await renderBrief('# A\n\n[b](https://shore.example) & <b>c</b>\n\n| d |\n|---|\n| e |');
    expect(cleanBrief(once)).toBe(once);
  });
});
