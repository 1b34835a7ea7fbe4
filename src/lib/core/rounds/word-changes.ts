import { diffLines, diffWordsWithSpace } from 'diff';

/** A stretch of text: in both, only in the later one, or only in the earlier one. */
export interface TextChange {
  kind: 'same' | 'added' | 'removed';
  text: string;
}

/** Milliseconds after which words are given up, and lines are compared instead. */
const PATIENCE = 4000;

/**
 * What changed between two texts, word by word. Texts that are too long and too different for that are compared by lines.
 *
 * @returns stretches in their order: all but the added ones are the earlier text, all but the removed ones the later one
 */
export function wordChanges(before: string, after: string): TextChange[] {
  const found = diffWordsWithSpace(before, after, { timeout: PATIENCE }) ?? diffLines(before, after);
  return found.map(({ value, added, removed }) => ({
    kind: added ? 'added' : removed ? 'removed' : 'same',
    text: value
  }));
}

/** How much changed, in words. */
export function changedWords(changes: readonly TextChange[]): string {
  const count = (kind: TextChange['kind']) =>
    changes.filter((change) => change.kind === kind).reduce((n, { text }) => n + (text.match(/\S+/g)?.length ?? 0), 0);
  const added = count('added');
  const removed = count('removed');
  if (added + removed === 0)
    return changes.some(({ kind }) => kind !== 'same') ? 'Only spaces differ' : 'No word differs';
  return `${said(added)} new, ${said(removed)} gone`;
}

const said = (n: number) => (n === 1 ? '1 word' : `${n} words`);

/** Text that stays, beyond this many characters around a change, is folded away. */
const AROUND = 160;

/** The same changes with long stretches that stay cut short: `cut` characters of them are not shown. */
export function folded(changes: readonly TextChange[]): Array<TextChange & { cut?: number }> {
  return changes.flatMap((change, i) => {
    if (change.kind !== 'same' || change.text.length <= 3 * AROUND) return [change];
    const head = i === 0 ? '' : change.text.slice(0, AROUND);
    const tail = i === changes.length - 1 ? '' : change.text.slice(-AROUND);
    const cut = change.text.length - head.length - tail.length;
    const pieces = [
      { kind: 'same' as const, text: head },
      { kind: 'same' as const, text: '', cut },
      { kind: 'same' as const, text: tail }
    ];
    return pieces.filter((piece) => piece.text !== '' || 'cut' in piece);
  });
}
