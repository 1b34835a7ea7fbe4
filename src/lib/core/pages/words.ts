/** Markdown without what nobody wrote as words: the edges of a starter's parts, the names of pictures. */
export const wordsOfMarkdown = (markdown: string): string =>
  markdown.replace(/^:::.*$/gm, '').replace(/\]\(pictures\/[0-9a-f]{64}\.\w+\)/g, '](picture)');
