import type { PageLoad } from './$types';

/** Who looks at a whole class has a table for it; a student's page does without its script. */
export const load = (async ({ data }) => ({
  ...data,
  ClassView: data.view === 'teacher' ? (await import('$ui/assignments/ClassView.svelte')).default : null
})) satisfies PageLoad;
