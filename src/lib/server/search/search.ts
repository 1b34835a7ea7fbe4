import { z } from 'zod';
import type { Found } from '$core/search/found';
import { likely, searchTerms } from '$core/search/terms';
import type { Actor } from '$core/people/policy';
import { clock } from '../clock';
import { setForStudents, shownToStudents } from '../lines/shown';
import { select } from '../db/connection';
import { OPEN_TO_PERSON } from '../portfolio/shown';

/** How many results one search shows. */
const SHOWN = 20;
/** So many entries of a person's courses are weighed; a search that finds more needs another word anyway. */
const WEIGHED = 400;
/** Of the best, so many are asked whether the person may see them. */
const ASKED = 60;
/** With fewer entries in their courses these are read; with more, the index of words says which to read. */
const FEW_ENTRIES = 4000;
/** Fewer results than this, and the words are looked at for slips of the keyboard. */
const FEW = 3;

/**
 * Searches what this person may see: assignments, materials and notices of their courses, their own files, people of
 * their courses, and portfolios that are open to them.
 *
 * Whole words, their beginnings and their stems (PostgreSQL's full text). Where those find little, words that nobody
 * wrote are put right from the vocabulary of all titles, so that a misspelt word still finds its page.
 */
export async function search(person: Actor, typed: string): Promise<Found[]> {
  const terms = searchTerms(typed);
  if (terms === null) return [];
  const [exact, people, portfolios] = await Promise.all([
    byWords(person, terms.prefixQuery),
    select(FoundRow, PEOPLE, [person.id, likely(terms.text)]),
    select(FoundRow, PORTFOLIOS, [likely(terms.text), person.id])
  ]);
  const right = exact.length + people.length + portfolios.length < FEW ? await putRight(terms.words) : null;
  const alike = right === null ? [] : await byWords(person, right);
  const known = new Set(exact.map(({ id }) => id));
  return [...exact, ...people, ...portfolios, ...alike.filter(({ id }) => !known.has(id))].slice(0, SHOWN);
}

function byWords(person: Actor, query: string): Promise<Found[]> {
  return select(FoundRow, BY_WORDS, [person.id, new Date(clock.now()), query, WEIGHED, ASKED, SHOWN]);
}

/**
 * A query in which each word that may be misspelt stands beside those that it may have meant; null where every word is
 * as likely to be meant as any other.
 */
async function putRight(words: string[]): Promise<string | null> {
  const rows = await select(RightRow, RIGHT, [words]);
  if (rows.length === 0) return null;
  return words
    .map((word) => [word, ...rows.filter((row) => row.typed === word).map((row) => row.meant)])
    .map((options) => `(${options.map((option) => `${option}:*`).join(' | ')})`)
    .join(' & ');
}

const FoundRow = z.object({
  kind: z.enum(['assignment', 'notice', 'material', 'piece', 'person', 'portfolio']),
  id: z.string(),
  title: z.string(),
  detail: z.string(),
  emblem: z.string()
});
const RightRow = z.object({ typed: z.string(), meant: z.string() });

const seen = (table: string) => shownToStudents(table, '$2');
const set = (table: string) => setForStudents(table, '$2');

// As it was typed, for names and beginnings; and by its stem, for the texts: "limpets" finds "limpet". Candidates come
// from the index; who may see each is asked of the best alone.
const BY_WORDS = `
  with mine as materialized (
    select e.course_id, e.role from enrolments e where e.person_id = $1 and e.left_at is null
  ), asked as materialized (
    select case when plain = stems then plain else plain || stems end as query
    from (select to_tsquery('simple', $3) as plain, to_tsquery('english', $3) as stems) forms
  ), size as materialized (
    select count(*) < ${FEW_ENTRIES} as small from (
      select from search_entries s where s.course_id = any(array(select course_id from mine)) limit ${FEW_ENTRIES}) bounded
  ), weighed as materialized (
    select * from (
      -- Exactly one of the two is run. What is added to the words keeps the first from the index of words.
      select s.kind, s.id, s.course_id, s.title, s.words, s.party_id from search_entries s
      where (select small from size) and s.course_id = any(array(select course_id from mine))
        and (s.words || ''::tsvector) @@ (select query from asked)
      union all
      select s.kind, s.id, s.course_id, s.title, s.words, s.party_id from search_entries s
      where not (select small from size) and s.course_id = any(array(select course_id from mine))
        and s.words @@ (select query from asked)
    ) s
    where s.party_id is null or s.party_id = any(array(select party_id from party_members where person_id = $1))
    limit $4
  ), hits as materialized (
    select w.kind, w.id, w.course_id, w.title, ts_rank(w.words, asked.query) as rank
    from weighed w cross join asked order by rank desc, w.title limit $5
  )
  select h.kind, h.id::text as id, h.title, concat_ws(', ', c.title, coalesce(a.title, n.title, u.title)) as detail, c.emblem
  from hits h
  join mine m on m.course_id = h.course_id
  join courses c on c.id = h.course_id
  left join materials f on h.kind = 'material' and f.id = h.id
  left join assignments own on h.kind = 'assignment' and own.id = h.id
  left join notices said on h.kind = 'notice' and said.id = h.id
  left join assignments a on a.id = f.assignment_id
  left join notices n on n.id = f.notice_id
  left join units u on u.id = f.unit_id
  left join units un on un.id = coalesce(own.unit_id, a.unit_id)
  where m.role = 'teacher' or h.kind = 'piece'
    or (${seen('f')} and ${seen('said')} and ${seen('n')} and ${seen('u')} and ${seen('un')} and ${set('a')}
      and ${set('own')})
  order by h.rank desc, h.title limit $6`;

// Up to two slips of the keyboard (Levenshtein) after a right first letter; else what shares most of its trigrams.
const RIGHT = `
  select t.word as typed, v.word as meant
  from unnest($1::text[]) as t(word) cross join lateral (
    select v.word from search_vocabulary v
    where length(t.word) between 4 and 30 and v.word <> t.word
      and ((v.word like left(t.word, 1) || '%' and abs(length(v.word) - length(t.word)) <= 2
          and levenshtein_less_equal(v.word, t.word, 2) <= 2)
        or v.word % t.word)
    order by levenshtein_less_equal(v.word, t.word, 4), similarity(v.word, t.word) desc, v.word limit 3
  ) v
  where not exists (select 1 from search_vocabulary k where k.word = t.word)`;

/** Portfolios that are published and open to the person, or theirs, by their titles. */
const PORTFOLIOS = `
  select 'portfolio' as kind, f.id::text as id, p.body ->> 'title' as title, w.name as detail, 'page' as emblem
  from portfolios f join portfolio_publications p on p.portfolio_id = f.id and p.no = f.published join people w on w.id = f.owner_id
  where lower(p.body ->> 'title') like $1 and (f.owner_id = $2 or ${OPEN_TO_PERSON}) order by p.at desc limit 6`;
const PEOPLE = `
  select 'person' as kind, s.id::text as id, s.name as title,
    string_agg(distinct c.title, ', ') as detail, min(c.emblem) as emblem
  from enrolments me
  join enrolments e on e.course_id = me.course_id and e.left_at is null
  join courses c on c.id = e.course_id
  join people s on s.id = e.person_id and lower(s.name) like $2
  where me.person_id = $1 and me.left_at is null and s.id <> $1
  group by s.id, s.name order by s.name limit 6`;
