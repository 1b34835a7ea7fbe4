import type { Criterion } from './rubric';
import type { About } from '../threads/views';

/** What a message about one's own work can point at: its places, pieces and rounds, and the rows of the rubric. */
export function ownPoints(
  places: ReadonlyArray<{ id: string; title: string }>,
  pieces: ReadonlyArray<{ id: string; name: string }>,
  rounds: ReadonlyArray<{ no: number }>,
  criteria: readonly Criterion[]
): About[] {
  return [
    ...places.map(({ id, title }): About => ({ kind: 'place', id, name: title })),
    ...pieces.map(({ id, name }): About => ({ kind: 'piece', id, name })),
    ...rounds.map(({ no }): About => ({ kind: 'round', id: String(no), name: `Round ${no}` })),
    ...criteria.map(({ id, title }): About => ({ kind: 'criterion', id, name: `Rubric: ${title}` }))
  ];
}

/** What a teacher can point at: all of it but the pieces. @param rounds how many there are */
export function pointsForTeacher(
  places: ReadonlyArray<{ id: string; title: string }>,
  rounds: number,
  criteria: readonly Criterion[]
): About[] {
  const submitted = Array.from({ length: rounds }, (_, i) => ({ no: i + 1 }));
  return ownPoints(places, [], submitted, criteria);
}
