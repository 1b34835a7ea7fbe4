/** The page of a list by its path; null where a path is no list. */
export function listName(path: string): string | null {
  if (path === '/desk') return 'Desk';
  if (path === '/desk/settled') return 'Settled work';
  if (path === '/desk/all') return 'All open work';
  if (path === '/marking') return 'Marking';
  if (path === '/search') return 'Search';
  return /^\/courses\/[^/]+$/.test(path) ? 'Course outline' : null;
}
