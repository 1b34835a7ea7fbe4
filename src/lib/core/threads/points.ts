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

/** What a teacher can point at: the places, a student's rounds, and the rows of the rubric. */
export function pointsForTeacher(
  places: ReadonlyArray<{ id: string; title: string }>,
  rounds: number,
  criteria: readonly Criterion[]
): About[] {
  return [
    ...places.map(({ id, title }): About => ({ kind: 'place', id, name: title })),
    ...Array.from({ length: rounds }, (_, i): About => ({ kind: 'round', id: String(i + 1), name: `Round ${i + 1}` })),
    ...criteriaPoints(criteria)
  ];
}

function criteriaPoints(criteria: readonly Criterion[]): About[] {
  return criteria.map(({ id, title }): About => ({ kind: 'criterion', id, name: `Rubric: ${title}` }));
}
