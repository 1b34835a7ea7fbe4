import { expect, it } from 'vitest';
import { Category, type Scheme } from '$core/grades/scheme';
import { newCategory, withoutCategory } from './scheme-draft';

it('gives each category that is begun a name of its own, though others went', () => {
  let categories: Category[] = [];
  for (let i = 0; i < 5; i++) {
    categories = [...categories, newCategory(categories)];
    if (i === 2) categories = categories.filter((_, at) => at !== 0);
  }
  expect(new Set(categories.map(({ id }) => id)).size).toBe(categories.length);
  expect(Category.safeParse({ ...newCategory(categories), title: 'Field work' }).success).toBe(true);
});

it('lets nothing lie in a category that is gone, and touches nothing else', () => {
  const [one, two] = [newCategory([]), newCategory([newCategory([])])];
  const place = (category: string | null, weight: number | null = null) => ({ category, extra: false, weight });
  const scheme = {
    between: 'weights',
    categories: [one, two],
    rest: one.id,
    places: { x: place(one.id, 3), y: place(two.id), z: place(null) }
  } as unknown as Scheme;
  const left = withoutCategory(scheme, one.id);
  expect(left).toEqual({
    ...scheme,
    categories: [two],
    rest: null,
    places: { x: place(null, 3), y: place(two.id), z: place(null) }
  });
  expect(withoutCategory(scheme, two.id).rest).toBe(one.id);
  expect(scheme.categories).toHaveLength(2);
});
