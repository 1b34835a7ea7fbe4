/** What a file is called in the folder of a portfolio: no two alike, and nothing that leads out of it. */
export const fileInFolder = ({ id, name }: { id: string; name: string }): string =>
  `files/${id.slice(0, 8)}-${name.replace(/[^\p{L}\p{N}._ -]/gu, '_').slice(-80)}`;

/** What a page's document is called there: the first is where one begins. */
export const pageInFolder = (at: number): string => (at === 0 ? 'index.html' : `page-${at + 1}.html`);
