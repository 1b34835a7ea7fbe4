/** Characters of a remark, of the words that it quotes, and of what stands around them. */
export const LONGEST_REMARK = 4000;
export const LONGEST_QUOTE = 600;
export const AROUND = 40;
/** Remarks on one round; far beyond what anybody writes or reads. */
export const MOST_REMARKS = 500;
/** Answers to one remark. */
export const MOST_ANSWERS = 60;
/** What is drawn by hand: lines of points. */
export const MOST_STROKES = 60;
export const MOST_POINTS = 300;
