import bidiFactory from 'bidi-js';

const bidi = bidiFactory();

/**
 * A line of text as stretches in the order in which they stand from left to right (UAX #9, the Unicode Bidirectional
 * Algorithm): of one that reads from right to left, the letters stay in the order in which they are read, which is how a
 * font wants them.
 */
export function visualRuns(line: string): Array<{ text: string; rightToLeft: boolean }> {
  const { levels } = bidi.getEmbeddingLevels(line);
  const runs: Array<{ text: string; level: number }> = [];
  for (let at = 0; at < line.length; at++) {
    const level = levels[at] ?? 0;
    const last = runs.at(-1);
    if (last?.level === level) last.text += line[at];
    else runs.push({ text: line[at] ?? '', level });
  }
  // Rule L2: from the highest level down to the lowest odd one, whatever stands at it or above is turned round.
  for (let level = Math.max(0, ...runs.map((run) => run.level)); level > 0; level--)
    for (let from = 0; from < runs.length; from++) {
      let to = from;
      while (to < runs.length && (runs[to]?.level ?? 0) >= level) to++;
      if (to - from > 1) runs.splice(from, to - from, ...runs.slice(from, to).reverse());
      from = Math.max(from, to);
    }
  return runs.map(({ text, level }) => ({ text, rightToLeft: level % 2 === 1 }));
}
