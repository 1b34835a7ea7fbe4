import { z } from 'zod';
import type { GradeRefusal } from '$core/grades/refusals';
import { Rounding } from '$core/grades/rounding';
import { Scale, type NamedScale } from '$core/grades/scales';
import { mayForSchool, type Actor } from '$core/people/policy';
import { audit } from '../db/audit';
import { execute, inTransaction, select } from '../db/connection';
import { NotHere, type Outcome } from '../outcome';

/** A scale that the school keeps. */
export interface SchoolScale extends NamedScale {
  id: string;
  /** Courses whose teachers say nothing else say their results in it. */
  usual: boolean;
}

/** Scales of the school by name: no secret to whoever teaches there. One query. */
export const readSchoolScales = (): Promise<SchoolScale[]> => select(Row, SCALES, [MOST]);

/** The same for whoever keeps them. @throws NotHere for anybody but the office */
export async function readKeptScales(person: Actor): Promise<SchoolScale[]> {
  mustKeep(person);
  return readSchoolScales();
}

/** @param id of the scale that is changed; null for a new one */
export type ScaleToKeep = NamedScale & { id: string | null; usual: boolean };

/**
 * Keeps a scale. Courses that took it over keep what they have; those that count as is usual follow the usual one at once.
 *
 * @returns refused where another scale has its name
 */
export async function keepSchoolScale(person: Actor, kept: ScaleToKeep): Promise<Outcome<object, GradeRefusal>> {
  mustKeep(person);
  const { id, title, scale, rounding, usual } = kept;
  return inTransaction(async (tx) => {
    const [other] = await select(z.object({ id: z.string() }), NAMED_SO, [title, id], tx);
    if (other) return { ok: false, why: 'scale-named-so' };
    if (usual) await execute('update school_scales set usual = false where usual and id is distinct from $1', [id], tx);
    const bind = [title, JSON.stringify(scale), JSON.stringify(rounding), usual];
    const [row] = await select(
      z.object({ id: z.string() }),
      id === null ? ADD : CHANGE,
      id === null ? bind : [...bind, id],
      tx
    );
    if (!row) throw new NotHere('This scale');
    await audit(person.id, 'keep-scale', row.id, { title, usual }, tx);
    return { ok: true };
  });
}

/** Takes a scale away. Courses that took it over keep what they have. @throws NotHere where there is none */
export async function removeSchoolScale(person: Actor, { id }: { id: string }): Promise<void> {
  mustKeep(person);
  await inTransaction(async (tx) => {
    const gone = 'delete from school_scales where id = $1 returning title';
    const [row] = await select(z.object({ title: z.string() }), gone, [id], tx);
    if (!row) throw new NotHere('This scale');
    await audit(person.id, 'remove-scale', id, { title: row.title }, tx);
  });
}

function mustKeep(person: Actor): void {
  if (!mayForSchool(person, 'keep-scales')) throw new NotHere('What the school keeps');
}

/** A school has a handful; a bound on the page. */
const MOST = 50;
const Row = z.object({
  id: z.string(),
  title: z.string(),
  scale: Scale,
  rounding: Rounding,
  usual: z.boolean()
});
const SCALES = 'select id, title, scale, rounding, usual from school_scales order by usual desc, title limit $1';
const NAMED_SO = 'select id from school_scales where lower(title) = lower($1) and id is distinct from $2::uuid';
const ADD = 'insert into school_scales (title, scale, rounding, usual) values ($1, $2, $3, $4) returning id';
const CHANGE = 'update school_scales set title = $1, scale = $2, rounding = $3, usual = $4 where id = $5 returning id';
