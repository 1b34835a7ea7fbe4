import { redirect } from '@sveltejs/kit';

/** The office begins with the people. */
export const load = () => redirect(303, '/school/people');
