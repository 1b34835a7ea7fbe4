/** One thing that a search found. */
export interface Found {
  kind: 'assignment' | 'notice' | 'material' | 'piece' | 'person' | 'portfolio';
  id: string;
  title: string;
  /** The course, or a person's courses. */
  detail: string;
  emblem: string;
}

/** What a kind of result is called beside it. */
export function foundWords(kind: Found['kind']): string {
  return {
    assignment: 'Assignment',
    notice: 'Notice',
    material: 'Material',
    piece: 'Your file',
    person: 'Person',
    portfolio: 'Portfolio'
  }[kind];
}

/** The page that a result leads to. */
export function foundHref({ kind, id }: Pick<Found, 'kind' | 'id'>): string {
  return kind === 'portfolio' ? `/portfolios/${id}/shown` : `/${ROOMS[kind]}/${id}`;
}

const ROOMS = {
  assignment: 'assignments',
  notice: 'notices',
  material: 'materials',
  piece: 'pieces',
  person: 'people'
} as const;
