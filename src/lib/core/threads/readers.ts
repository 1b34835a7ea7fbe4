/** Who reads what is said in a place. */
export interface Readers {
  to: 'floor' | 'aside';
  course: string;
  /** How many people are in the course. */
  people: number;
  teachers: readonly string[];
  /** The student of an aside, where a teacher writes. */
  student: string | null;
}

/** Named at the point of writing: "Only Dr Odile Ferrante reads this", "All 31 people in Tidal Ecology read this". */
export function readersWords({ to, course, people, teachers, student }: Readers): string {
  if (to === 'floor') return `All ${people} people in ${course} read this.`;
  const others = student === null ? teachers : [student, ...teachers.filter((name) => name !== student)];
  const named = others.length === 0 ? 'Your teachers' : listed(others);
  return student === null
    ? `Only ${named} ${others.length === 1 ? 'reads' : 'read'} this.`
    : `Only ${student} and the teachers of ${course} read this.`;
}

/** What the button says that sends it: who gets it stands on it. */
export function sendWords({ to, people, teachers, student }: Readers): string {
  if (to === 'floor') return `Say it to all ${people}`;
  if (student !== null) return `Send it to ${student} only`;
  return teachers.length === 1 ? `Send it to ${teachers[0]} only` : 'Send it to your teachers only';
}

function listed(names: readonly string[]): string {
  const last = names.at(-1) ?? '';
  return names.length < 2 ? last : `${names.slice(0, -1).join(', ')} and ${last}`;
}
