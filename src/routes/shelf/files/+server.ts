import { json } from '@sveltejs/kit';
import { readShelf } from '$server/shelf/read-shelf';
import { signedIn } from '../../shared/guard';
import { shelfQuery } from '../query';

/** A stretch of the Shelf, for picking from it inside another page. */
export const GET = async ({ locals, url }) => json(await readShelf(signedIn(locals, url), shelfQuery(url)));
