import { toHtml, escaped } from '$core/pages/html';
import { fromMarkdown, toMarkdown } from '$core/pages/markdown';
import { spelledOut } from '$core/pages/spelled-out';
import { PICTURE } from '$core/pages/picture-name';
import { mathml } from './mathml';

/** What is shown of a page within ours: its structure, with pictures by the names that they have beside it. */
export const innerHtml = (markdown: string): string =>
  toHtml(spelledOut(fromMarkdown(markdown)), {
    picture: (name) => (PICTURE.test(name) ? name : null),
    formula: mathml
  });

/** A page in words, as a comparison reads it: Markdown, with what is asked and answered spelled out. */
export const spelledWords = (markdown: string): string =>
  markdown.includes('::: {') ? toMarkdown(spelledOut(fromMarkdown(markdown))) : markdown;

/** A page as a document of its own, whose pictures lie beside it. */
export const htmlDocument = (markdown: string, title: string, set: { serif: boolean; spacing: number }): string =>
  `<!doctype html>
<html>
<head>
<meta charset="utf-8">
<meta name="viewport" content="width=device-width, initial-scale=1">
<title>${escaped(title)}</title>
<style>
body { max-width: 46rem; margin: 2rem auto; padding: 0 1rem; font: 1rem/${(set.spacing * 1.25).toFixed(2)} ${set.serif ? 'serif' : 'sans-serif'}; }
img { max-width: 100%; }
table { border-collapse: collapse; width: 100%; }
th, td { border: 1px solid #888; padding: 0.3em 0.6em; text-align: left; vertical-align: top; }
blockquote { margin-left: 0; padding-left: 1em; border-left: 3px solid #888; }
hr.page-break { break-after: page; visibility: hidden; }
</style>
</head>
<body>
${innerHtml(markdown)}
</body>
</html>
`;
