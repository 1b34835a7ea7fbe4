import { z } from 'zod';
import type { Found } from '$core/search/found';
import { likely, searchTerms } from '$core/search/terms';
import type { Actor } from '$core/people/policy';
import { clock } from '../clock';
import { select } from '../db/connection';

/** How many results one search shows. */
const SHOWN = 20;

/**
 * Searches what this person may see: assignments, materials and notices of their courses, their own files, and people
 * of their courses.
 *
 * Whole words and beginnings of words first (full text); where those find little, what looks alike (trigrams), so that
 * a misspelt word still finds its page.
 */
export async function search(person: Actor, typed: string): Promise<Found[]> {
  const terms = searchTerms(typed);
  if (terms === null) return [];
  const bind = [person.id, new Date(clock.now())];
  const [exact, people] = await Promise.all([
    select(FoundRow, BY_WORDS, [...bind, terms.prefixQuery, SHOWN]),
    select(FoundRow, PEOPLE, [person.id, likely(terms.text)])
  ]);
  const enough = exact.length + people.length >= 3 || terms.text.length < 4;
  const alike = enough ? [] : await select(FoundRow, BY_LIKENESS, [...bind, terms.text, SHOWN]);
  const known = new Set(exact.map(({ id }) => id));
  return [...exact, ...people, ...alike.filter(({ id }) => !known.has(id))].slice(0, SHOWN);
}

const FoundRow = z.object({
  kind: z.enum(['assignment', 'notice', 'material', 'piece', 'person']),
  id: z.string(),
  title: z.string(),
  detail: z.string(),
  emblem: z.string()
});

// Candidates come from the index, the best first; who may see each is asked of those alone.
const candidates = (from: string) => `
  with mine as materialized (
    select e.course_id, e.role from enrolments e where e.person_id = $1 and e.left_at is null
  ), hits as materialized (${from})
  select h.kind, h.id::text as id, h.title, concat_ws(', ', c.title, beside.title) as detail, c.emblem
  from hits h
  join mine m on m.course_id = h.course_id
  join courses c on c.id = h.course_id
  left join lateral (
    select coalesce(a.title, n.title, u.title) as title from materials f left join assignments a on a.id = f.assignment_id
      left join notices n on n.id = f.notice_id left join units u on u.id = f.unit_id
    where h.kind = 'material' and f.id = h.id
  ) beside on true
  where (h.party_id is null or h.party_id = $1)
    and (m.role = 'teacher' or h.kind = 'piece'
      or (h.kind = 'assignment' and exists (select 1 from assignments a left join units u on u.id = a.unit_id
        where a.id = h.id and a.published and (a.visible_from is null or a.visible_from <= $2)
          and (u.id is null or (not u.hidden and (u.visible_from is null or u.visible_from <= $2)))))
      or (h.kind = 'notice' and exists (select 1 from notices n
        where n.id = h.id and not n.hidden and (n.visible_from is null or n.visible_from <= $2)))
      or (h.kind = 'material' and exists (select 1 from materials f left join assignments a on a.id = f.assignment_id
        left join units u on u.id = coalesce(f.unit_id, a.unit_id)
        where f.id = h.id and not f.hidden and (f.visible_from is null or f.visible_from <= $2)
          and (a.id is null or (a.published and (a.visible_from is null or a.visible_from <= $2)))
          and (u.id is null or (not u.hidden and (u.visible_from is null or u.visible_from <= $2))))))
  order by h.rank desc, h.title limit $4`;

const OWN_COURSES = 'course_id in (select course_id from mine) and (party_id is null or party_id = $1)';

// As it was typed, for names and beginnings; and by its stem, for the texts: "limpets" finds "limpet".
const QUERY = "(to_tsquery('simple', $3) || to_tsquery('english', $3))";

const BY_WORDS = candidates(`
  select kind, id, course_id, party_id, title, ts_rank(words, ${QUERY}) as rank
  from search_entries where words @@ ${QUERY} and ${OWN_COURSES}
  order by rank desc limit 200`);

const BY_LIKENESS = candidates(`
  select kind, id, course_id, party_id, title, word_similarity($3, lower(title)) as rank
  from search_entries where $3 <% lower(title) and ${OWN_COURSES}
  order by rank desc limit 200`);

const PEOPLE = `
  select 'person' as kind, s.id::text as id, s.name as title,
    string_agg(distinct c.title, ', ') as detail, min(c.emblem) as emblem
  from enrolments me
  join enrolments e on e.course_id = me.course_id and e.left_at is null
  join courses c on c.id = e.course_id
  join people s on s.id = e.person_id and lower(s.name) like $2
  where me.person_id = $1 and me.left_at is null and s.id <> $1
  group by s.id, s.name order by s.name limit 6`;
