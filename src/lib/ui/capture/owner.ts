import { page } from '$app/state';

/** Whose device this is now: what was captured is kept for each person apart. */
export const owner = (): string => (page.data.person as { id: string } | null)?.id ?? '';
