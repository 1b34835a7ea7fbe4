import { renderToString } from 'katex';

/** A formula as MathML alone (W3C), which browsers show and readers read out; its TeX beside it, escaped, where it has none. */
export function mathml(tex: string, block: boolean): string {
  const html = renderToString(tex, {
    ...{ displayMode: block, output: 'mathml', throwOnError: false, trust: false },
    ...{ maxExpand: 200, maxSize: 20, strict: 'ignore' }
  });
  return /<math[^]*<\/math>/.exec(html)?.[0] ?? html;
}

/** The same without the TeX that it was made of. */
export const bareMathml = (tex: string, block: boolean): string =>
  mathml(tex, block).replace(/<annotation[^]*?<\/annotation>/g, '');
