import { z } from 'zod';
import type { OutlineItem, OutlineUnit } from '$core/courses/outline';
import type { CourseHead } from '$core/courses/views';
import type { Actor } from '$core/people/policy';
import type { Moment } from '$core/time/moment';
import { clock } from '../clock';
import { ms, select } from '../db/connection';
import { joinPacketOf } from '../parties/party';
import { LINE_COLUMNS, LineRow, toLines } from '../lines/line';

/**
 * A course's outline: its units with assignments, materials and notices in order, each assignment with the reader's own
 * baton. Four queries, however long it is. Students see nothing that is hidden; teachers see it marked as such.
 */
export async function readOutline(person: Actor, course: CourseHead): Promise<{ units: OutlineUnit[]; now: Moment }> {
  const now = clock.now();
  const bind = [course.id, person.id];
  const [units, assignments, materials, notices] = await Promise.all([
    select(UnitRow, UNITS, [course.id]),
    select(AssignmentRow, ASSIGNMENTS, bind),
    select(MaterialRow, MATERIALS, [course.id]),
    select(NoticeRow, NOTICES, bind)
  ]);
  const items = [
    ...assignmentItems(assignments, now),
    ...materials.map((row) => ({ ...row, kind: 'material' as const })),
    ...notices.map((row) => ({ ...row, kind: 'notice' as const }))
  ];
  const teaches = course.role === 'teacher';
  const seen = teaches ? items : items.filter((item) => isShown(item, now));
  const shown = teaches ? units : units.filter((unit) => isShown(unit, now));
  const filled: OutlineUnit[] = shown.map((unit) => ({ ...unit, items: inOrder(seen, unit.id) }));
  const loose = inOrder(seen, null);
  if (loose.length > 0)
    filled.push({ id: null, title: 'Outside of units', starts: null, hidden: false, visibleFrom: null, items: loose });
  return { units: filled, now };
}

function isShown({ hidden, visibleFrom }: { hidden: boolean; visibleFrom: Moment | null }, now: Moment): boolean {
  return !hidden && (visibleFrom === null || visibleFrom <= now);
}

type Placed = OutlineItem & { unitId: string | null };

function inOrder(items: Placed[], unitId: string | null): OutlineItem[] {
  return items
    .filter((item) => item.unitId === unitId)
    .sort((a, b) => a.position - b.position || a.title.localeCompare(b.title))
    .map(({ unitId: _unitId, ...item }) => item);
}

function assignmentItems(rows: Array<z.infer<typeof AssignmentRow>>, now: Moment): Placed[] {
  return toLines(rows, now).map((line, i) => {
    const { unitId = null, place = 0, hidden = false, visibleFrom = null } = rows[i] ?? {};
    const { assignmentId: id, title, due, points, lateSeconds: late, holder, standing, settledBy, lastMove } = line;
    const holding = { holder, standing, settledBy, lastMove };
    return { kind: 'assignment', id, unitId, title, position: place, hidden, visibleFrom, due, points, late, holding };
  });
}

const Item = z.object({
  id: z.string(),
  unitId: z.string().nullable(),
  title: z.string(),
  position: z.number(),
  hidden: z.boolean(),
  visibleFrom: z.number().nullable()
});

const UnitRow = z.object({
  id: z.string(),
  title: z.string(),
  starts: z.number().nullable(),
  hidden: z.boolean(),
  visibleFrom: z.number().nullable()
});
const UNITS = `
  select id, title, ${ms('starts_at')} as starts, hidden, ${ms('visible_from')} as "visibleFrom"
  from units where course_id = $1 order by position`;

const AssignmentRow = LineRow.extend({ hidden: z.boolean(), visibleFrom: z.number().nullable() });
const ASSIGNMENTS = `
  select ${LINE_COLUMNS}, not a.published as hidden, ${ms('a.visible_from')} as "visibleFrom"
  from assignments a join courses c on c.id = a.course_id
  left join units u on u.id = a.unit_id ${joinPacketOf('$2', 'a.id')}
  where a.course_id = $1`;

const MaterialRow = Item.extend({ name: z.string(), size: z.number(), mediaType: z.string() });
const MATERIALS = `
  select m.id, m.unit_id as "unitId", m.title, m.position, m.hidden, ${ms('m.visible_from')} as "visibleFrom",
    m.name, b.size::float8 as size, b.media_type as "mediaType"
  from materials m join blobs b on b.sha256 = m.sha256
  where m.course_id = $1 and m.assignment_id is null and m.notice_id is null`;

const NoticeRow = Item.extend({ at: z.number(), unread: z.boolean() });
const NOTICES = `
  select n.id, n.unit_id as "unitId", n.title, n.position, n.hidden, ${ms('n.visible_from')} as "visibleFrom",
    ${ms('n.at')} as at, n.by_person <> $2
      and not exists (select 1 from notice_reads r where r.notice_id = n.id and r.person_id = $2) as unread
  from notices n where n.course_id = $1`;
