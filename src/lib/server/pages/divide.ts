import { randomUUID } from 'node:crypto';
import { z } from 'zod';
import { layParts, MOST_PARTS } from '$core/pages/own-parts';
import type { Moment } from '$core/time/moment';
import { execute, select, type Tx } from '../db/connection';
import { findDraft, openDraft, type Draft } from './draft';
import { takeWriting } from './take-writing';

/** One part to be laid onto a page. */
export interface NewPart {
  title: string;
  /** Whose it is; null for whoever takes it. */
  personId: string | null;
}

/** How the pages of a place are divided among those who write them. */
export const Division = z.object({ how: z.enum(['each', 'take']), titles: z.array(z.string()) });
export type Division = z.infer<typeof Division>;

/**
 * Lays parts at the end of a page, each under an id of its own. Under the packet's lock.
 *
 * @param by in whose name they are written
 * @returns the page's new count; null where nothing was to be laid or the page takes no more
 */
export async function layNewParts(
  pieceId: string,
  parts: readonly NewPart[],
  { by, now }: { by: string; now: Moment },
  tx: Tx
): Promise<number | null> {
  const draft = await findDraft(pieceId, tx);
  if (parts.length === 0 || draft.parts.length + parts.length > MOST_PARTS) return null;
  const named = parts.map((part) => ({ ...part, id: `p-${randomUUID().slice(0, 8)}` }));
  const update = layParts(await openDraft(draft, tx), named);
  const taken = await takeWriting(draft, { update, by, now, free: true }, tx);
  if (typeof taken === 'string') return null;
  const [ids, titles] = [named.map(({ id }) => id), named.map(({ title }) => title)];
  await execute(LAY, [pieceId, ids, titles, named.map(({ personId }) => personId), draft.parts.length], tx);
  return taken.seq;
}

/** Notes that something about whose parts these are has changed: whoever keeps the page open asks anew. Under the packet's lock. */
export async function touchParts(pieceId: string, { by, now }: { by: string; now: Moment }, tx: Tx): Promise<number> {
  const draft = await findDraft(pieceId, tx);
  const taken = await takeWriting(draft, { update: NOTHING, by, now, free: true }, tx);
  return typeof taken === 'string' ? draft.seq : taken.seq;
}
/** An update that says nothing. */
const NOTHING = new Uint8Array([0, 0]);

/** The parts that a page should have by how its place is divided and has not yet: one for each who writes it, or one for each title. */
export function missingParts(
  { parts }: Draft,
  { how, titles }: Division,
  members: ReadonlyArray<{ id: string; name: string }>
): NewPart[] {
  if (how === 'each')
    return members
      .filter(({ id }) => !parts.some(({ personId }) => personId === id))
      .map(({ id, name }) => ({ title: name, personId: id }));
  return titles
    .filter((title) => !parts.some((part) => part.title === title))
    .map((title) => ({ title, personId: null }));
}

/** How the place of a page is divided; null where it is not. */
export async function divisionOf(pieceId: string, tx: Tx): Promise<Division | null> {
  const [row] = await select(Division, DIVISION, [pieceId], tx);
  return row ?? null;
}

const LAY = `
  insert into page_parts (piece_id, id, title, person_id, position)
  select $1, t.id, t.title, t.person, $5::integer + t.n - 1
  from unnest($2::text[], $3::text[], $4::uuid[]) with ordinality as t (id, title, person, n)`;
const DIVISION = `
  select d.how, d.titles from place_parts d join pieces p on p.deliverable_id = d.deliverable_id where p.id = $1`;
