import { randomBytes } from 'node:crypto';
import { z } from 'zod';
import type { PortfolioRefusal } from '$core/portfolio/refusals';
import type { ShareLink } from '$core/portfolio/visitors';
import type { Actor } from '$core/people/policy';
import { hashPassword } from '../auth/passwords';
import { clock } from '../clock';
import { execute, ms, select } from '../db/connection';
import { NotHere, type Outcome } from '../outcome';
import { holding, ownPortfolio } from './own';

/** Links of one portfolio that open it at once. */
const MOST = 20;

export const LinkToMake = z.object({
  label: z.string().trim().max(80, 'That is longer than a label: 80 characters at most.').default(''),
  /** A name for its address; empty for one that nobody can guess. */
  name: z.union([
    z.literal(''),
    z
      .string()
      .trim()
      .toLowerCase()
      .regex(/^[a-z0-9](?:[a-z0-9-]{2,48})[a-z0-9]$/, 'A name has 4 to 50 letters, figures and dashes.')
  ]),
  endsAt: z.number().nullable(),
  password: z.union([z.literal(''), z.string().min(6, 'A password has 6 characters at least.').max(200)])
});

/**
 * Makes a link that opens what is published for whoever has it.
 *
 * @returns its address's last part; refused where the name is taken
 */
export async function makeLink(
  person: Actor,
  { id, label, name, endsAt, password }: z.infer<typeof LinkToMake> & { id: string }
): Promise<Outcome<{ token: string }, PortfolioRefusal>> {
  const hash = password === '' ? null : await hashPassword(password);
  return holding(person, id, async (tx, now) => {
    const [count] = await select(Count, LIVE, [id, now], tx);
    if ((count?.n ?? 0) >= MOST) return { ok: false, why: 'too-many-links' } as const;
    const token = name === '' ? randomBytes(24).toString('base64url') : name;
    // A name that was given up can be taken again by whoever had it.
    if (name !== '')
      await execute(
        'delete from portfolio_links where token = $1 and portfolio_id = $2 and revoked_at is not null',
        [token, id],
        tx
      );
    const bind = [id, token, name !== '', label, endsAt === null ? null : new Date(endsAt), hash, now];
    const [made] = await select(z.object({ token: z.string() }), ADD, bind, tx);
    return made ? ({ ok: true, token: made.token } as const) : ({ ok: false, why: 'link-name-taken' } as const);
  });
}

/** Takes a link back: from then on it says so, whoever has it. */
export function revokeLink(person: Actor, { id, linkId }: { id: string; linkId: string }): Promise<void> {
  return holding(person, id, async (tx, now) => {
    const [done] = await select(
      z.object({ id: z.string() }),
      'update portfolio_links set revoked_at = coalesce(revoked_at, $3) where id = $1 and portfolio_id = $2 returning id',
      [linkId, id, now],
      tx
    );
    if (!done) throw new NotHere('This link');
  });
}

/** Opens a portfolio to people of the school, or closes it to them. @param courses those of the owner's own courses whose people may see it */
export function openTo(
  person: Actor,
  { id, teachers, school, courses }: { id: string; teachers: boolean; school: boolean; courses: string[] }
): Promise<void> {
  return holding(person, id, (tx) => execute(OPEN, [id, teachers, school, courses, person.id], tx));
}

/** The links of a portfolio, the newest first. @throws NotHere where it is not theirs */
export async function readLinks(person: Actor, id: string): Promise<ShareLink[]> {
  await ownPortfolio(person, id);
  return select(Row, LINKS, [id, new Date(clock.now() - 90 * 86_400_000)]);
}

const Count = z.object({ n: z.number() });
const LIVE = `
  select count(*)::int as n from portfolio_links
  where portfolio_id = $1 and revoked_at is null and (ends_at is null or ends_at > $2)`;
const ADD = `
  insert into portfolio_links (portfolio_id, token, named, label, ends_at, password_hash, made_at)
  values ($1, $2, $3, $4, $5, $6, $7) on conflict (token) do nothing returning token`;
const OPEN = `
  update portfolios set for_teachers = $2, for_school = $3, for_courses = coalesce((
    select array_agg(distinct e.course_id) from enrolments e
    where e.person_id = $5 and e.left_at is null and e.course_id = any($4::uuid[])), '{}')
  where id = $1`;
const Row = z.object({
  id: z.string(),
  token: z.string(),
  named: z.boolean(),
  label: z.string(),
  endsAt: z.number().nullable(),
  locked: z.boolean(),
  revokedAt: z.number().nullable(),
  madeAt: z.number()
});
const LINKS = `
  select id, token, named, label, ${ms('ends_at')} as "endsAt", password_hash is not null as locked, ${ms('revoked_at')} as "revokedAt",
    ${ms('made_at')} as "madeAt"
  from portfolio_links where portfolio_id = $1 and (revoked_at is null or revoked_at > $2) order by made_at desc, id limit 60`;
