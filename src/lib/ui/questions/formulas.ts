import 'katex/dist/katex.min.css';
import { renderToString } from 'katex';

/** A formula as HTML, with MathML for those who have it read out. What KaTeX does not know stays as it was typed. */
export const drawn = (tex: string, block: boolean): string =>
  renderToString(tex, {
    displayMode: block,
    throwOnError: false,
    trust: false,
    maxExpand: 200,
    maxSize: 20,
    strict: 'ignore'
  });
