import { z } from 'zod';
import type { CourseAbout } from '$core/courses/views';
import { RULE_NAMES, StandingRules } from '$core/courses/rules';
import type { Actor } from '$core/people/policy';
import { briefFromMarkdown } from '../rich-text/brief-from-markdown';
import { audit } from '../db/audit';
import { clock } from '../clock';
import { execute, select } from '../db/connection';
import { ASSIGNMENT_SETTINGS } from '../db/tables/assignment-settings';
import { CalendarRow } from './calendar';
import { shaping } from './shape-outline';

export const Contact = z.object({
  who: z.string().trim().min(1).max(120),
  how: z.string().trim().max(200).default(''),
  hours: z.string().trim().max(200).default('')
});

export const About = z.object({
  title: z.string().trim().min(1).max(200),
  unitWord: z.string().trim().min(1).max(30),
  goals: z.string().max(20_000),
  policies: z.string().max(20_000),
  contacts: z.array(Contact).max(20),
  /** Its last day in its own zone, `YYYY-MM-DD`; empty where that is not known. */
  endsOn: z.union([z.iso.date('Write the last day as a date.'), z.literal('')]).default('')
});

/** What holds for the whole course, and the school's calendar beside it. One query. The caller has asked the policy. */
export async function readAbout(courseId: string): Promise<CourseAbout> {
  const [row] = await select(AboutRow, ABOUT, [courseId]);
  if (!row) throw new Error('A course that was just read is missing.');
  const [goalsHtml, policiesHtml] = await Promise.all([row.goalsMd, row.policiesMd].map(briefFromMarkdown));
  return { ...row, goalsHtml: goalsHtml ?? '', policiesHtml: policiesHtml ?? '' };
}

/**
 * Writes goals, policies and contacts.
 *
 * @throws TooCostly where a text is tangled beyond what can be shown: nothing is changed then
 */
export async function changeAbout(person: Actor, course: string, about: z.infer<typeof About>): Promise<void> {
  await Promise.all([about.goals, about.policies].map(briefFromMarkdown));
  await shaping(person, course, (id, tx) =>
    execute(
      `update courses set title = $2, unit_word = $3, goals_md = $4, policies_md = $5, contacts = $6, ends_on = nullif($7, '')::date where id = $1`,
      [id, about.title, about.unitWord, about.goals, about.policies, JSON.stringify(about.contacts), about.endsOn],
      tx
    )
  );
}

/**
 * Changes the course's standing rules. Assignments that follow a rule take it over, but for those in which a round was
 * submitted: what was made under one rule is never judged under another.
 *
 * @returns how many assignments took the new rules over, and how many kept what they had
 */
export async function changeRules(
  person: Actor,
  course: string,
  rules: StandingRules
): Promise<{ changed: number; kept: number }> {
  return shaping(person, course, async (id, tx) => {
    await execute('update courses set rules = $2 where id = $1', [id, JSON.stringify(rules)], tx);
    const rows = await select(
      z.object({ begun: z.boolean() }),
      FOLLOW_RULES,
      [id, [...RULE_NAMES], ...RULE_NAMES.map((name) => (name === 'late' ? JSON.stringify(rules.late) : rules[name]))],
      tx
    );
    await audit(person.id, 'change-rules', id, { rules }, tx);
    return { changed: rows.filter((row) => !row.begun).length, kept: rows.filter((row) => row.begun).length };
  });
}

/** Assignments in which nobody has submitted take over what they follow; the values stand in the order of the rules. */
const FOLLOW_RULES = `
  with followers as (
    select a.id, exists (select 1 from packets p join rounds r on r.packet_id = p.id where p.assignment_id = a.id) as begun
    from assignments a where a.course_id = $1 and a.inherits && $2::text[]
  ), taken as (
    update assignments a set ${RULE_NAMES.map((name, i) => {
      const column = ASSIGNMENT_SETTINGS.columnOf(name);
      return `${column} = case when '${name}' = any(a.inherits) then $${i + 3} else a.${column} end`;
    }).join(', ')}
    from followers f where f.id = a.id and not f.begun
  )
  select begun from followers`;

/**
 * Ends a course, or takes it up again. What is in an ended course leaves everyone's Desk and runway and nobody can join
 * it; its pages, rounds and grades stay where they are.
 */
export async function endCourse(person: Actor, course: string, ended: 'ended' | 'running'): Promise<void> {
  await shaping(person, course, async (id, tx) => {
    const at = ended === 'ended' ? new Date(clock.now()) : null;
    await execute('update courses set archived_at = $2 where id = $1', [id, at], tx);
    await audit(person.id, ended === 'ended' ? 'end-course' : 'take-course-up', id, {}, tx);
  });
}

const AboutRow = z.object({
  goalsMd: z.string(),
  policiesMd: z.string(),
  contacts: z.array(Contact),
  endsOn: z.string().nullable(),
  rules: StandingRules,
  calendar: z.array(CalendarRow)
});

const ABOUT = `
  select c.goals_md as "goalsMd", c.policies_md as "policiesMd", c.contacts, c.rules, c.ends_on::text as "endsOn",
    coalesce((select json_agg(d) from (select id, kind, title, first_day::text as first, last_day::text as last
      from calendar_days order by first_day, id) d), '[]') as calendar
  from courses c where c.id = $1`;
