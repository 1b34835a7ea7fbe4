/**
 * What a page shows, by name: a change carries the topics that it touches, and a page is read anew only for those that it
 * shows.
 */
export const topics = {
  /** An assignment with everything on its page: brief, packets, what is said there. */
  assignment: (id: string) => `assignment:${id}`,
  /** What lies in a course's outline, and what lies beside each part of it. */
  outline: (id: string) => `outline:${id}`,
  /** A course: its outline, rules and people. */
  course: (id: string) => `course:${id}`,
  /** What is said on a notice. */
  notice: (id: string) => `notice:${id}`,
  /** Lists of work: where packets stand. */
  work: 'work',
  /** In which courses somebody is, and invitations to others. */
  courses: 'courses',
  shelf: 'shelf',
  /** A person's own plan: sittings, hours, what takes them elsewhere. */
  plan: 'plan',
  tidings: 'tidings'
} as const;

/** Topics as pages name what they depend on: SvelteKit takes addresses. */
export const asDependency = (topic: string): `live:${string}` => `live:${topic}`;

/** Topics that were touched; null where anything may have been. */
export type Touched = ReadonlySet<string> | null;

/** What two changes touch together. */
export const together = (one: Touched, other: Touched): Touched =>
  one === null || other === null ? null : new Set([...one, ...other]);

/** The topics of an event as it is sent; null where anything may have changed. */
export function topicsOf(data: string): string[] | null {
  if (data === '') return null;
  const known: unknown = JSON.parse(data);
  return Array.isArray(known) && known.every((one) => typeof one === 'string') ? known : null;
}
