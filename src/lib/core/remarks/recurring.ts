/** What keeps coming back in what is said of somebody's work. */
export interface Recurring {
  /** The words, as they were said first. */
  words: string;
  /** In how many remarks. */
  times: number;
}

/**
 * Words, or up to three of them in a row, that stand in several remarks, the most frequent first. Of words that always stand in the same
 * remarks the longest are named: "scale bar", not "scale" and "bar".
 *
 * @param least in how many remarks something has to stand to be named
 */
export function recurring(remarks: readonly string[], { least = 2, most = 6 } = {}): Recurring[] {
  const found = new Map<string, { words: string; within: Set<number> }>();
  for (const [at, remark] of remarks.entries()) {
    for (const sentence of remark.split(/[.!?;:\n]+/)) {
      const words = sentence.match(/[\p{L}\p{N}][\p{L}\p{N}'’-]*/gu) ?? [];
      for (let length = 1; length <= LONGEST_RUN; length++)
        for (let i = 0; i + length <= words.length; i++) note(found, words.slice(i, i + length), at);
    }
  }
  const often = [...found.values()].filter(({ within }) => within.size >= least);
  // The longest first: what stands within it in the same remarks says nothing more.
  often.sort(
    (a, b) => b.within.size - a.within.size || b.words.length - a.words.length || (a.words < b.words ? -1 : 1)
  );
  const named: typeof often = [];
  for (const one of often) {
    const said = named.some(
      (other) =>
        (holds(other.words, one.words) && one.within.size <= other.within.size) ||
        (holds(one.words, other.words) && one.within.size <= other.within.size)
    );
    if (!said) named.push(one);
  }
  return named.slice(0, most).map(({ words, within }) => ({ words, times: within.size }));
}

function note(found: Map<string, { words: string; within: Set<number> }>, run: readonly string[], at: number): void {
  const plain = run.map((word) => word.toLowerCase());
  // A run begins and ends with a word that means something.
  if (
    COMMON.has(plain[0] ?? '') ||
    COMMON.has(plain.at(-1) ?? '') ||
    plain.some((word) => word.length < 3 && plain.length === 1)
  )
    return;
  const key = plain.join(' ');
  const known = found.get(key) ?? { words: run.join(' ').toLowerCase(), within: new Set<number>() };
  known.within.add(at);
  found.set(key, known);
}

const holds = (long: string, short: string) => ` ${long} `.includes(` ${short} `);
const LONGEST_RUN = 3;
/** Words that say nothing by themselves. */
const COMMON = new Set(
  (
    'a an and are as at be been but by can could did do does for from had has have here how i if in into is it its just more most much no not of ' +
    'off on once only or other our out over own same say says should so some such than that the their them then there these they this those to too ' +
    'under up very was we well were what when where which while who why will with would you your good right nice still also about again all any ' +
    'because before between both each few mind make use one two'
  ).split(' ')
);
