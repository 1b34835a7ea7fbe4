import type { Check, Found, Situation } from './check';
import { filledPlaces } from './filled-places';
import { handedOut } from './handed-out';
import { links } from './links';
import { mustDo } from './must-do';
import { names } from './names';
import { sameAgain } from './same-again';
import { sound } from './sound';
import { stillComing } from './still-coming';
import { time } from './time';
import { wordsAndPages } from './words-and-pages';

/** Every check, in the order in which their findings are read. A new one is one file and one line here. */
export const CHECKS: readonly Check[] = [
  stillComing,
  filledPlaces,
  sound,
  wordsAndPages,
  handedOut,
  sameAgain,
  links,
  names,
  mustDo,
  time
];

/** What a student should look at before they submit. Nothing of it keeps them from submitting. */
export function runChecks(at: Situation): Found[] {
  return CHECKS.flatMap((check) => check.find(at).map((finding) => ({ ...finding, check: check.name })));
}
