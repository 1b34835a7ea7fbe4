import type { Check, Found, Situation } from './check';
import { filledPlaces } from './filled-places';
import { handedOut } from './handed-out';
import { emptyInside } from './empty-inside';
import { links } from './links';
import { measures } from './measures';
import { mustDo } from './must-do';
import { names } from './names';
import { prompts } from './prompts';
import { otherWork } from './other-work';
import { recordings } from './recordings';
import { sameAgain } from './same-again';
import { setting } from './setting';
import { sheets } from './sheets';
import { sound } from './sound';
import { stillComing } from './still-coming';
import { time } from './time';
import { twoCopies } from './two-copies';

/** Every check, in the order in which their findings are read. A new one is one file and one line here. */
export const CHECKS: readonly Check[] = [
  stillComing,
  filledPlaces,
  sound,
  emptyInside,
  sheets,
  recordings,
  measures,
  setting,
  prompts,
  twoCopies,
  handedOut,
  sameAgain,
  links,
  names,
  otherWork,
  mustDo,
  time
];

/** Checks that a teacher can make strict, with what each looks for. */
export const STRICTABLE = CHECKS.filter(({ advises }) => !advises).map(({ name, title }) => ({ name, title }));

/**
 * What a student should look at before they submit. Only what a check finds that the teacher made strict keeps them from
 * submitting; that stands first.
 */
export function runChecks(at: Situation): Found[] {
  const found = CHECKS.flatMap(({ name, find }) =>
    find(at).map((finding) => ({ ...finding, check: name, stops: at.strict.includes(name) }))
  );
  return [...found.filter(({ stops }) => stops), ...found.filter(({ stops }) => !stops)];
}
