import { render } from 'svelte/server';
import type { Body, PortfolioFile } from '$core/portfolio/body';
import { fileInFolder, pageInFolder } from '$core/portfolio/folder';
import Shown from './Shown.svelte';

interface Whole {
  body: Body;
  files: readonly PortfolioFile[];
  owner: string;
  /** How the pages look. */
  css: string;
}

/** The documents of a portfolio that is taken along: one for each page, as visitors see it, with their files beside them, by their names. */
export function documentsOf({ body, files, owner, css }: Whole): Map<string, string> {
  const at = new Map(body.pages.map(({ id }, i) => [id, pageInFolder(i)]));
  const pages = body.pages.length === 0 ? [null] : body.pages;
  return new Map(
    pages.map((page, i) => {
      const { body: html } = render(Shown, {
        props: {
          ...{ body, files, owner },
          pageId: page?.id ?? null,
          hrefOf: (id: string) => at.get(id) ?? '#',
          fileOf: (file: PortfolioFile) => fileInFolder(file).split('/').map(encodeURIComponent).join('/')
        }
      });
      return [pageInFolder(i), documentOf(`${page ? `${page.title} · ` : ''}${body.title}`, html, css)] as const;
    })
  );
}

const documentOf = (title: string, html: string, css: string) => `<!doctype html>
<html lang="en">
<head>
<meta charset="utf-8">
<meta name="viewport" content="width=device-width, initial-scale=1">
<title>${escaped(title)}</title>
<style>
body { margin: 0; padding: 2rem 1.25rem; font-family: system-ui, sans-serif; color: #16262e; background: #fbf8f2; }
a { color: #0b4f5c; }
${css}
</style>
</head>
<body>${html}</body>
</html>
`;

const escaped = (text: string) =>
  text.replace(/[&<>"]/g, (one) => ({ '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' })[one] ?? one);
