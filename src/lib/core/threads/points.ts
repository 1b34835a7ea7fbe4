import type { Criterion } from '../assignments/rubric';
import type { DeliverableView, PieceView, RoundView } from '../packets/views';
import type { About } from './views';

/** What a message about one's own work can point at: its places, pieces and rounds, and the rows of the rubric. */
export function ownPoints(
  deliverables: readonly DeliverableView[],
  pieces: readonly PieceView[],
  rounds: readonly RoundView[],
  criteria: readonly Criterion[]
): About[] {
  return [
    ...deliverables.map(({ id, title }): About => ({ kind: 'place', id, name: title })),
    ...pieces.map(({ id, name }): About => ({ kind: 'piece', id, name })),
    ...rounds.map(({ no }): About => ({ kind: 'round', id: String(no), name: `Round ${no}` })),
    ...criteriaPoints(criteria)
  ];
}

/** The rows of the rubric alone. */
export function criteriaPoints(criteria: readonly Criterion[]): About[] {
  return criteria.map(({ id, title }): About => ({ kind: 'criterion', id, name: `Rubric: ${title}` }));
}
