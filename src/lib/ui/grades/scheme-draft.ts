import type { Category, Scheme } from '$core/grades/scheme';

/** A category as it is begun, with a name of its own in the scheme. */
export function newCategory(categories: readonly Category[]): Category {
  const taken = new Set(categories.map(({ id }) => id));
  let n = categories.length + 1;
  while (taken.has(`c${n}`)) n++;
  return {
    id: `c${n}`,
    title: '',
    weight: 0,
    inside: 'points',
    dropLowest: 0,
    dropHighest: 0,
    replace: null,
    minimum: null,
    bonus: false
  };
}

/** A scheme without a category: what lay in it lies in none, and does not count until it is placed. */
export function withoutCategory(scheme: Scheme, id: string): Scheme {
  return {
    ...scheme,
    categories: scheme.categories.filter((category) => category.id !== id),
    rest: scheme.rest === id ? null : scheme.rest,
    places: Object.fromEntries(
      Object.entries(scheme.places).map(([item, place]) => [
        item,
        place.category === id ? { ...place, category: null } : place
      ])
    )
  };
}
