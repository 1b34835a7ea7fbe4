/** Characters of a page: more than a hundred printed pages. */
export const LONGEST_PAGE = 300_000;
/** Bytes of what was written between two pauses; a whole page pasted at once lies below it. */
export const LARGEST_UPDATE = 1_500_000;
/** Bytes of a page with all that keeps its writers' words apart. */
export const LARGEST_STATE = 6_000_000;
/** Nested deeper, it is no page that anybody wrote. */
export const DEEPEST = 40;
/** Elements of a page. */
export const MOST_ELEMENTS = 60_000;
/** Pictures of one page. */
export const MOST_PICTURES = 200;
