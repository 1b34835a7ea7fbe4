import { z } from 'zod';
import { openSession } from '../src/lib/server/auth/sessions';
import { createCourse, enrol } from '../src/lib/server/courses/create-course';
import { database, execute } from '../src/lib/server/db/connection';
import { dice } from '../demo/classmates';
import { createPerson } from '../src/lib/server/people/create-person';

/**
 * `fill-search.command.ts COUNT`: so many things to be found, in 40 courses, and a student who is in eight of them.
 *
 * Prints JSON: the student's token.
 */
const count = z.coerce.number().int().positive().parse(process.argv[2]);
const COURSES = 40;
const OWN = 8;
const zone = 'Atlantic/Faroe';
const student = await createPerson({
  name: 'Searcher',
  sortName: 'Searcher',
  handle: 'searcher',
  email: 'searcher@skerrow.example',
  zone,
  password: 'low tide at noon'
});
/** Words of the school, and rarer ones made of syllables. */
const KNOWN =
  'rock pool storm limpet ledge tide gauge harbour sextant noon sight almanac skiff plank stem scarf joint essay voice letter lamp keeper median quartile notebook whelk barnacle zonation ferry shift watch signal rope'.split(
    ' '
  );
const SYLLABLES = 'ba do fe gi ho ka lu me ni po ra se ti vo wa zu'.split(' ');
const RARE = Array.from({ length: 4000 }, (_, n) =>
  [n % 16, Math.floor(n / 16) % 16, Math.floor(n / 256) % 16, (n * 7) % 16].map((i) => SYLLABLES[i]).join('')
);
const chance = dice('search');
const oneOf = (list: string[], skew: number) => list[Math.floor(list.length * chance() ** skew)] ?? '';
/** A course has words of its own, which make two fifths of what is written in it; the rest is what everyone writes. */
const topicOf = (course: number) => [
  ...KNOWN.filter((_, n) => (n + course) % 6 === 0),
  ...RARE.filter((_, n) => n % COURSES === course)
];
const words = (many: number, topic: string[]) =>
  Array.from({ length: many }, () => (chance() < 0.4 ? oneOf(topic, 1) : oneOf(RARE, 2))).join(' ');

for (let i = 0; i < COURSES; i++) {
  const { id, units } = await createCourse({
    slug: `search-${i}`,
    title: `Course ${i}`,
    emblem: 'shell',
    zone,
    units: ['One']
  });
  if (i < OWN) await enrol(id, student.id, 'student');
  const many = Math.round(count / COURSES / 2);
  const topic = topicOf(i);
  const titles = JSON.stringify(
    Array.from({ length: many }, () => ({ title: words(3, topic), body: words(25, topic) }))
  );
  const rows = 'jsonb_to_recordset($3::jsonb) as t(title text, body text)';
  await execute(
    `insert into assignments (course_id, unit_id, title, brief_html, created_at, told_at)
     select $1, $2::uuid, title, body, now(), now() from ${rows}`,
    [id, units[0], titles]
  );
  await execute(
    `insert into notices (course_id, unit_id, title, body_md, body_html, by_person, at, told_at)
     select $1, $2::uuid, title, '', body, $4, now(), now() from ${rows}`,
    [id, units[0], titles, student.id]
  );
}
await execute('analyze');
process.stdout.write(JSON.stringify({ student: (await openSession(student.id, 'bench')).token }));
await database.close();
