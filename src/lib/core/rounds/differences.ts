import type { Comparable, Differences } from './comparable';
import { tableChanges } from './table-changes';
import { wordChanges } from './word-changes';

/** What differs between two pieces of the same sort: words, cells, or what only eyes can compare. */
export function differences(before: Comparable, after: Comparable): Differences {
  if (before.kind === 'text' && after.kind === 'text')
    return { kind: 'text', changes: wordChanges(before.text, after.text) };
  if (before.kind === 'table' && after.kind === 'table')
    return { kind: 'table', rows: tableChanges(before.rows, after.rows) };
  return { kind: before.kind === 'picture' && after.kind === 'picture' ? 'pictures' : 'none' };
}
