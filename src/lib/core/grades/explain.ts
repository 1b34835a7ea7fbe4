import { Decimal } from '../decimal';
import type { CategoryWork, CourseGrade, ItemWork, Part } from './course-grade';
import { roundingWords, exactly } from './rounding';
import type { Scheme } from './scheme';

/** One step of a reckoning in words, with what went into it. */
export interface ExplainedStep {
  title: string;
  says: string;
  lines: Array<{ id: string; title: string; brought: string; part: string }>;
}

/**
 * Why a grade is what it is: each category with what its assignments brought, how they add up, how that was rounded, and what was
 * said in its place. The figures are those of the reckoning itself.
 */
export function explained(scheme: Scheme, grade: CourseGrade): ExplainedStep[] {
  const steps = grade.categories.map((work) => categoryStep(scheme, work));
  const outside = outsideStep(grade.outside);
  return [...steps, ...(outside ? [outside] : []), sumStep(scheme, grade)];
}

function categoryStep(scheme: Scheme, work: CategoryWork): ExplainedStep {
  const { category, items, earned, of, share } = work;
  const weighs =
    scheme.between === 'points'
      ? ''
      : category.bonus
        ? `, up to ${category.weight} % on top`
        : scheme.categories.length > 1
          ? `, weight ${category.weight}`
          : '';
  const sum =
    share === null
      ? earned.isZero()
        ? 'Nothing counts here yet.'
        : `${figure(earned)} points on top, and nothing they could be part of.`
      : `${SUMS[category.inside]} ${figure(earned)} of ${figure(of)}, that is ${percent(share)}.`;
  const low = leftOut(
    items,
    'lowest',
    'left out as the lowest: the result is highest without it',
    'left out as the lowest: the result is highest without them'
  );
  const high = leftOut(items, 'highest', 'left out as the highest', 'left out as the highest');
  const stood = leftOut(items, 'replaced', 'replaced by a better result', 'replaced by a better result');
  const minimum = category.minimum === null ? '' : minimumWords(work);
  return {
    title: `${category.title}${weighs}`,
    says: [sum, low, high, stood, minimum].filter(Boolean).join(' '),
    lines: items.map((item) => ({
      id: item.id,
      title: item.title,
      brought: broughtWords(item),
      part: PARTS[item.part]
    }))
  };
}

const SUMS = {
  points: 'The points add up to',
  alike: 'Each counts as one; they add up to',
  shares: 'Each by its weight, they add up to',
  passes: 'Each passed one counts as one; they add up to'
} as const;

/** What became of an item, in words. */
const PARTS: Record<Part, string> = {
  counts: 'counts',
  zero: 'not there: counts as zero',
  replaced: 'a better result stands in for it',
  lowest: 'left out, as one of the lowest',
  highest: 'left out, as one of the highest',
  extra: 'extra: adds, and takes nothing',
  open: 'no result yet',
  excused: 'excused: takes no part',
  outside: 'in no category: does not count'
};

function leftOut(items: readonly ItemWork[], part: Part, one: string, several: string): string {
  const named = items.filter((item) => item.part === part).map(({ title }) => `“${title}”`);
  if (named.length === 0) return '';
  return named.length === 1 ? `${named[0]} is ${one}.` : `${named.join(', ')} are ${several}.`;
}

function minimumWords({ category, below }: CategoryWork): string {
  if (below === null) return `At least ${category.minimum} % are needed here to pass.`;
  return below
    ? `The ${category.minimum} % that are needed here to pass are not reached.`
    : `The ${category.minimum} % needed here are reached.`;
}

function outsideStep(outside: readonly ItemWork[]): ExplainedStep | null {
  if (outside.length === 0) return null;
  return {
    title: 'Beside the grade',
    says:
      outside.length === 1
        ? 'One assignment lies in no category and does not count.'
        : `${outside.length} assignments lie in no category and do not count.`,
    lines: outside.map(({ id, title }) => ({ id, title, brought: '', part: PARTS.outside }))
  };
}

function sumStep(scheme: Scheme, grade: CourseGrade): ExplainedStep {
  const { sum, percent: held, heldBy, result, override, passed } = grade;
  const sentences: string[] = [];
  if (sum === null) sentences.push('There is no result yet.');
  else sentences.push(...sumSentences(scheme, grade, sum));
  if (heldBy === 'most') sentences.push(`The scheme gives at most ${scheme.most} %.`);
  if (heldBy === 'minimum') sentences.push(`Since a minimum is not reached, it is at most ${scheme.failedAtMost} %.`);
  if (result && held) sentences.push(scaleSentence(scheme, held, result.text));
  if (passed !== null) sentences.push(passed ? 'With that it is passed.' : 'With that it is not passed.');
  if (override)
    sentences.push(`${override.by} set it to ${override.says} in place of the reckoning: “${override.reason}”`);
  return { title: 'All together', says: sentences.join(' '), lines: [] };
}

function sumSentences({ between }: Scheme, { categories }: CourseGrade, sum: Decimal): string[] {
  const counted = categories.filter(({ share, earned }) => share !== null || !earned.isZero());
  if (between === 'points') {
    const total = (pick: (work: CategoryWork) => Decimal) =>
      counted.map(pick).reduce((a, b) => a.add(b), new Decimal(0));
    const [earned, of] = [
      total((work) => work.earned),
      total((work) => (work.category.bonus ? new Decimal(0) : work.of))
    ];
    return [`${figure(earned)} of ${figure(of)} points are ${figure(sum)} %.`];
  }
  const [only] = counted;
  if (counted.length === 1 && only && !only.category.bonus)
    return [`Only “${only.category.title}” has results: ${figure(sum)} %.`];
  const weighed = counted.filter(({ category, share }) => !category.bonus && share !== null);
  const weights = weighed.reduce((total, { category }) => total.add(category.weight), new Decimal(0));
  const parts = weighed.map(({ category, share }) => `${percent(share ?? new Decimal(0))} × ${category.weight}`);
  const bonus = counted.filter(({ category, share }) => category.bonus && share !== null);
  const tops = bonus.map(
    ({ category, share }) => ` + ${figure((share ?? new Decimal(0)).mul(category.weight))} from “${category.title}”`
  );
  const empty = categories.filter(({ share, category }) => share === null && !category.bonus && category.weight > 0);
  return [
    `(${parts.join(' + ')}) / ${figure(weights)}${tops.join('')} = ${figure(sum)} %.`,
    ...(empty.length > 0
      ? [
          `${empty.map(({ category }) => `“${category.title}”`).join(', ')} ${empty.length === 1 ? 'has' : 'have'} no result yet and ${empty.length === 1 ? 'weighs' : 'weigh'} nothing so far.`
        ]
      : [])
  ];
}

function scaleSentence({ scale, rounding }: Scheme, held: Decimal, text: string): string {
  const how = roundingWords(rounding);
  if (scale.kind === 'percent') return `Rounded once, ${how}: ${text}.`;
  if (scale.kind === 'line') {
    const exact = held.div(100).mul(new Decimal(scale.to).sub(scale.from)).add(scale.from);
    return `On the scale from ${scale.from} to ${scale.to} that is ${figure(exact)}; rounded once, ${how}: ${text}.`;
  }
  const at = scale.bands.find(({ name }) => name === text);
  return `The percent are rounded once, ${how}; “${text}” begins at ${at?.from ?? 0} %.`;
}

function broughtWords({ earned, of, part }: ItemWork): string {
  if (earned === null || of === null) return '';
  return part === 'extra' ? `+ ${figure(earned)}` : `${figure(earned)} of ${figure(of)}`;
}

const percent = (share: Decimal) => `${figure(share.mul(100))} %`;

/** A figure to four decimals at most; what is cut off is shown to be. */
export function figure(exact: Decimal): string {
  const clean = exactly(exact);
  const short = clean.toDecimalPlaces(4, Decimal.ROUND_DOWN);
  return short.eq(clean) ? short.toString() : `${short.toString()}…`;
}
