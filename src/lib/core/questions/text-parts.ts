import { INLINE_FORMULA } from '../pages/inline-formula';

/** A text with what stands between dollar signs apart. */
export function textParts(text: string): Array<{ text: string; tex: string | null }> {
  const found: Array<{ text: string; tex: string | null }> = [];
  let from = 0;
  for (const match of text.matchAll(new RegExp(INLINE_FORMULA, 'g'))) {
    if (match.index > from) found.push({ text: text.slice(from, match.index), tex: null });
    found.push({ text: match[0], tex: match[1] ?? '' });
    from = match.index + match[0].length;
  }
  if (from < text.length) found.push({ text: text.slice(from), tex: null });
  return found;
}
