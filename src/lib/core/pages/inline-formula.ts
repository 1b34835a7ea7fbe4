/**
 * A formula within a line of Markdown: a dollar sign that is followed by no space, up to one that follows none and comes before no
 * digit. Prices are none.
 */
export const INLINE_FORMULA = /\$(?![\s$])((?:\\.|[^$\\\n]){1,2000}?)(?<!\s)\$(?!\d)/;
