import { z } from 'zod';
import { Absent } from './absent';
import { Rounding } from './rounding';
import { Scale } from './scales';

/** How what lies in a category adds up. */
export const INSIDE = ['points', 'alike', 'shares', 'passes'] as const;

/** An assignment's part in the scheme; one that is not named lies in the category that takes the rest. */
export const Place = z.object({
  category: z.string().nullable(),
  /** Adds what it brings, and takes nothing where it brings nothing. */
  extra: z.boolean().default(false),
  /** How much it weighs in a category of `shares`. */
  weight: z.number().min(0).max(1000).nullable().default(null)
});
export type Place = z.infer<typeof Place>;

export const Category = z.object({
  id: z.string().min(1).max(40),
  title: z.string().trim().min(1, 'Every category needs a name.').max(100),
  /** Percent of the result, where categories weigh; nothing where they count by their points. */
  weight: z.number().min(0, 'A weight is zero or more.').max(1000),
  inside: z.enum(INSIDE),
  /** How many of the lowest, and of the highest, are left out. */
  dropLowest: z.number().int().min(0).max(10).default(0),
  dropHighest: z.number().int().min(0).max(10).default(0),
  /** A better result of this assignment stands in for so many of the others. */
  replace: z
    .object({ by: z.string(), most: z.number().int().min(1).max(10) })
    .nullable()
    .default(null),
  /** Percent that has to be reached here to pass at all. */
  minimum: z.number().min(0).max(100).nullable().default(null),
  /** Adds to the result, and takes nothing from it. */
  bonus: z.boolean().default(false)
});
export type Category = z.infer<typeof Category>;

/**
 * How a course's results become its grade. Everything that a grade turns on is in it, so that another one can be tried
 * on the same results.
 */
export const Scheme = z
  .object({
    /** Whether categories weigh what is said of them, or count by the points that lie in them. */
    between: z.enum(['weights', 'points']),
    categories: z.array(Category).min(1, 'A scheme has one category at least.').max(20),
    /** The category of whatever has no place of its own; null where that does not count. */
    rest: z.string().nullable(),
    places: z.record(z.string(), Place).default({}),
    absent: Absent,
    /** Percent that the result cannot pass; null where extra credit may lead beyond a hundred. */
    most: z.number().min(100).max(200).nullable().default(100),
    scale: Scale,
    rounding: Rounding,
    /** Percent needed to pass; null where nothing is said of passing. */
    pass: z.number().min(0).max(100).nullable().default(null),
    /** Where a minimum is not reached, the result is at most so many percent. */
    failedAtMost: z.number().min(0).max(100).nullable().default(null),
    /** Whether passing also takes the credits, and the stages, of the course. */
    passTakes: z.object({ credits: z.boolean().default(false), stages: z.boolean().default(false) }).default({
      credits: false,
      stages: false
    })
  })
  .superRefine((scheme, context) => {
    for (const [path, message] of problemsOf(scheme)) context.addIssue({ code: 'custom', path, message });
  });
export type Scheme = z.infer<typeof Scheme>;

interface Parts {
  between: 'weights' | 'points';
  categories: Category[];
  rest: string | null;
}

type Problem = [path: Array<string | number>, words: string];

function problemsOf(scheme: Parts): Problem[] {
  const { between, categories, rest } = scheme;
  const ids = new Set(categories.map(({ id }) => id));
  const found: Problem[] = categories.flatMap((category, i) =>
    categoryProblems(category, scheme).map(([field, words]): Problem => [['categories', i, field], words])
  );
  if (ids.size < categories.length) found.push([['categories'], 'Two categories are the same one.']);
  if (rest !== null && !ids.has(rest)) found.push([['rest'], 'The category that takes the rest is not there.']);
  if (between === 'weights' && !categories.some(({ weight, bonus }) => weight > 0 && !bonus))
    found.push([['categories', 0, 'weight'], 'No category weighs anything.']);
  return found;
}

/** Each kind of leaving out has a meaning of its own; where two of them would contradict each other, the scheme is refused. */
function categoryProblems(category: Category, { between, categories }: Parts): Array<[field: string, words: string]> {
  const { inside, dropLowest, dropHighest, replace, title, bonus } = category;
  const leavesHighest = dropHighest > 0;
  const leavesMore = leavesHighest && (dropLowest > 0 || replace !== null);
  const alone = categories.filter((other) => !other.bonus).length === 1;
  const rules: Array<[broken: boolean, field: string, words: string]> = [
    [
      bonus && (dropLowest > 0 || leavesHighest || replace !== null),
      'bonus',
      `“${title}” only adds: nothing in it needs to be left out or replaced.`
    ],
    [
      leavesMore && inside !== 'alike',
      'dropHighest',
      `In “${title}”, highest and lowest can both be left out only where all count alike.`
    ],
    [leavesHighest && replace !== null, 'replace', `“${title}” cannot both leave out its highest and replace others.`],
    [
      between === 'points' && leavesHighest && !alone,
      'dropHighest',
      `In “${title}” the highest can be left out only where categories weigh, or where there is one alone.`
    ],
    [
      between === 'points' && inside !== 'points',
      'inside',
      `“${title}” has to count by points, since categories count by their points.`
    ]
  ];
  return rules.flatMap(([broken, field, words]) => (broken ? [[field, words] as [string, string]] : []));
}

/** An assignment, as the usual scheme asks for it. */
interface Weighed {
  id: string;
  weight: number | null;
  points: number | null;
}

/**
 * How a course counts that has no scheme of its own: by the shares of the grade that its assignments name, where all that give points
 * name one, otherwise points over points. Nothing absent counts, nothing is left out, percent to one decimal.
 */
export function usualScheme(assignments: readonly Weighed[]): Scheme {
  const weighed =
    assignments.some(({ weight }) => weight !== null) &&
    assignments.every(({ weight, points }) => weight !== null || points === null);
  const places = assignments.flatMap(({ id, weight }): Array<[string, Place]> =>
    weighed ? [[id, { category: 'all', extra: false, weight: weight ?? 0 }]] : []
  );
  return {
    between: 'weights',
    categories: [
      {
        id: 'all',
        title: 'All work',
        weight: 100,
        inside: weighed ? 'shares' : 'points',
        dropLowest: 0,
        dropHighest: 0,
        replace: null,
        minimum: null,
        bonus: false
      }
    ],
    rest: 'all',
    places: Object.fromEntries(places),
    absent: { kind: 'never' },
    most: 100,
    scale: { kind: 'percent' },
    rounding: { step: 0.1, how: 'half-up' },
    pass: null,
    failedAtMost: null,
    passTakes: { credits: false, stages: false }
  };
}

/** In which category an assignment lies, and how; null where it does not count. */
export function placeOf(scheme: Scheme, id: string): Place | null {
  const place = scheme.places[id] ?? { category: scheme.rest, extra: false, weight: null };
  return place.category !== null && scheme.categories.some((category) => category.id === place.category) ? place : null;
}
