/**
 * The beginning of a text: at most so many units of UTF-16, and never half of a sign that two of them make. Half a sign
 * is no text (Unicode 16.0, 3.9, D89 and D91): a database takes it in no JSON, and a mail shows it as damage.
 */
export const cut = (text: string, most: number): string => text.slice(0, most).replace(/[\uD800-\uDBFF]$/, '');
