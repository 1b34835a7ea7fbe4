import { Parser } from 'htmlparser2';

/**
 * The paragraphs of an office document's XML, each with the text inside it, in their order. Empty ones are left out.
 *
 * @param tags those of a paragraph and of a run of text: `w:p` and `w:t` (WordprocessingML), `a:p` and `a:t` (DrawingML)
 * @param most paragraphs that are read
 */
export function paragraphs(xml: string, tags: { paragraph: string; text: string }, most: number): string[] {
  const lines: string[] = [];
  let line = '';
  let reading = false;
  const parser = new Parser(
    {
      onopentagname(name) {
        if (name === tags.paragraph) line = '';
        if (name === tags.text) reading = true;
        // A tab and a break part words as a space does.
        if (BREAKS.has(name)) line += ' ';
      },
      ontext(said) {
        if (reading) line += said;
      },
      onclosetag(name) {
        if (name === tags.text) reading = false;
        if (name === tags.paragraph && line.trim() !== '' && lines.length < most) lines.push(line.trim());
      }
    },
    { xmlMode: true }
  );
  parser.end(xml);
  return lines;
}

const BREAKS = new Set(['w:tab', 'w:br', 'a:br']);
