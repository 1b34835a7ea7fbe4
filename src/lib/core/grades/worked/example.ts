import type { z } from 'zod';
import { courseGrade, type Beside, type CourseGrade } from '../course-grade';
import type { GradeItem } from '../items';
import { Scheme } from '../scheme';

/**
 * A grade worked out by hand.
 *
 * `rows`: the assignment, its category, and its mark: "18/20", "-/20" without a result, "absent/20", "excused/20", "passed",
 * "not passed", "- passed" where that is open; behind it "extra", or "×3" for its weight.
 */
export interface Worked {
  title: string;
  scheme: Partial<z.input<typeof Scheme>>;
  rows: ReadonlyArray<readonly [title: string, category: string, mark: string]>;
  beside?: Beside;
  /** As it reads in the course's scale. */
  result: string | null;
  passed?: boolean;
  /** How it is worked out. */
  by: string;
}

/** All worked examples are of this moment; everything in them was due five days before. */
export const WORKED_AT = Date.parse('2027-03-10T15:20:00Z');
const DUE = Date.parse('2027-03-05T18:00:00Z');

/** A category of a scheme, with what is usual left out. */
export const category = (id: string, more: Partial<z.input<typeof Scheme>['categories'][number]> = {}) => ({
  id,
  title: id,
  weight: 100,
  inside: 'points' as const,
  ...more
});

/** The grade of a worked example as the rules make it. */
export function gradeOf({ scheme, rows, beside }: Worked): CourseGrade {
  const read = rows.map(([title, where, mark], i) => readRow(`w${i}`, title, where, mark));
  const first = scheme.categories?.[0]?.id ?? 'all';
  const whole = Scheme.parse({
    between: 'weights',
    categories: [category('all')],
    rest: first,
    places: Object.fromEntries(read.map(({ item, place }) => [item.id, place])),
    absent: { kind: 'never' },
    scale: { kind: 'percent' },
    rounding: { step: 0.1, how: 'half-up' },
    ...scheme
  });
  return courseGrade(whole, {
    items: read.map(({ item }) => item),
    now: WORKED_AT,
    zone: 'Atlantic/Faroe',
    ...(beside ? { beside } : {})
  });
}

function readRow(id: string, title: string, where: string, mark: string) {
  const [, said = '', possible] =
    /^(not passed|- passed|passed|[\d.]+|-|absent|excused)(?:\/([\d.]+))?/.exec(mark) ?? [];
  const weight = /×([\d.]+)/.exec(mark)?.[1];
  const item: GradeItem = {
    id,
    title,
    possible: possible === undefined ? null : Number(possible),
    earned: /^[\d.]+$/.test(said) ? Number(said) : null,
    passed: said === 'passed' ? true : said === 'not passed' ? false : null,
    excused: said === 'excused',
    absent: said === 'absent',
    due: DUE
  };
  return {
    item,
    place: {
      category: where === '' ? null : where,
      extra: mark.endsWith('extra'),
      weight: weight ? Number(weight) : null
    }
  };
}
