import { error, redirect } from '@sveltejs/kit';
import { z } from 'zod';
import { behindCell } from '$server/marking/board';
import { orNotFound, signedIn } from '../../../../shared/guard';

const Cell = z.object({ assignment: z.uuid(), student: z.uuid() });

/** Leads on from a cell of the board to the work behind it. */
export const GET = async ({ locals, url, params }) => {
  const person = signedIn(locals, url);
  const cell = Cell.safeParse(Object.fromEntries(url.searchParams));
  if (!cell.success) error(404, 'There is no such cell.');
  redirect(303, await orNotFound(behindCell(person, params.course, cell.data)));
};
