import { z } from 'zod';
import type { GradeLine } from '$core/grades/line';
import type { Actor } from '$core/people/policy';
import { WAYS } from '$core/judging/ways';
import type { Moment } from '$core/time/moment';
import { clock } from '../clock';
import { ms, select } from '../db/connection';
import { LINE_COLUMNS, LineRow, ownLinesWith, toLines } from './line';

/** Far more than a school year has; a bound on the page. */
const MOST = 1000;

/**
 * Everything that a student was set in their courses, with what came of it, by course and in the order of its outline.
 * One query.
 *
 * @param course a course's name in addresses, for its lines alone
 */
export async function readGrades(
  person: Pick<Actor, 'id'>,
  course: string | null = null
): Promise<{ lines: GradeLine[]; now: Moment }> {
  const now = clock.now();
  const rows = await select(GradeRow, GRADES, [person.id, new Date(now), MOST, course]);
  const lines = toLines(rows, now).flatMap((line, i): GradeLine[] => {
    const row = rows[i];
    // Written into the line, which is ours alone: four hundred copies of forty fields were a tenth of the page.
    return row ? [Object.assign(line, besideLine(row))] : [];
  });
  return { lines, now };
}

function besideLine(row: GradeRow): Omit<GradeLine, keyof ReturnType<typeof toLines>[number]> {
  const {
    remark,
    by,
    returnedAt,
    settles,
    allowance,
    roundsUsed,
    standingKept,
    granted,
    target,
    stages,
    lacksInPerson
  } = row;
  const credits = target === null ? null : { granted: granted ?? 0, target };
  return {
    remark: remark ?? '',
    by,
    returnedAt,
    settles,
    allowance,
    roundsUsed,
    standingKept,
    credits,
    stages,
    lacksInPerson
  };
}

const GradeRow = LineRow.extend({
  settles: z.enum(WAYS),
  remark: z.string().nullable(),
  by: z.string().nullable(),
  returnedAt: z.number().nullable(),
  allowance: z.number().nullable(),
  roundsUsed: z.number(),
  standingKept: z.number().nullable(),
  granted: z.number().nullable(),
  target: z.number().nullable(),
  stages: z.array(z.string()),
  lacksInPerson: z.boolean()
});
type GradeRow = z.infer<typeof GradeRow>;

/** The latest word of a teacher on it is their closing remark. */
const LAST_WORD = `left join lateral (
  select m.remark, t.name as by, ${ms('m.returned_at')} as at from marks m join people t on t.id = m.by_person
  where m.packet_id = p.id and m.returned_at is not null order by m.returned_at desc limit 1) w on true`;
/** A round that was taken back before anybody looked into it does not count; those granted beside the allowance do. */
const ROUNDS = `left join lateral (
  select count(*) filter (where r.opened_at is not null or r.state <> 'taken-back')::int as used,
    max(r.kept) filter (where r.state = 'standing')::float8 as kept
  from rounds r where r.packet_id = p.id) r on true`;
const GRANTED = `case when p.round_no is not null and a.allowance is not null then (select coalesce(sum((g.data ->> 'grants')::int), 0)::int
  from custody_events g where g.packet_id = p.id and g.data ? 'grants') else 0 end`;
/** What sent it back last was a look at what was brought in person. */
const LACKS_IN_PERSON = `p.phase = 'another-round' and coalesce((select v.type = 'in-person-incomplete' from custody_events v
  where v.packet_id = p.id and v.type in ('returned', 'in-person-incomplete') order by v.seq desc limit 1), false)`;
const GRADES = `
  select ${LINE_COLUMNS}, a.settles, w.remark, w.by, w.at as "returnedAt", a.allowance + ${GRANTED} as allowance,
    coalesce(r.used, 0) as "roundsUsed", r.kept as "standingKept", array(select s ->> 'title' from jsonb_array_elements(a.stages) s) as stages,
    coalesce(${LACKS_IN_PERSON}, false) as "lacksInPerson",
    case when a.settles = 'credits' then a.credit_target::float8 end as target,
    case when a.settles = 'credits' then (select sum(k.granted)::float8 from credits k where k.packet_id = p.id) end as granted
  ${ownLinesWith(`${LAST_WORD} ${ROUNDS}`)} and ($4::text is null or c.slug = $4)
  order by c.title, c.id, u.position nulls last, a.position, a.id limit $3`;
