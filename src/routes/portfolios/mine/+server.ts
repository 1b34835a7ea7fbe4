import { json } from '@sveltejs/kit';
import { readToTake } from '$server/portfolio/as-piece';
import { signedIn } from '../../shared/guard';

/** One's own portfolios with their pages, for taking a copy of one. */
export const GET = async ({ locals, url }) => json(await readToTake(signedIn(locals, url)));
