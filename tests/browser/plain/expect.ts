import { setTimeout as pause } from 'node:timers/promises';
import { PlainLocator } from './locator';
import { accessibleName, says, textOf, type Wanted } from './names';
import { isShown } from './shown';
import { PlainWindow } from './window';

/** What can be expected of a plain window and of what stands in it; named as Playwright's are. */
export interface PlainExpectations {
  not: PlainExpectations;
  toBeVisible(): Promise<void>;
  toBeHidden(): Promise<void>;
  toBeAttached(): Promise<void>;
  toBeChecked(): Promise<void>;
  toBeEnabled(): Promise<void>;
  toBeDisabled(): Promise<void>;
  toHaveCount(count: number): Promise<void>;
  toContainText(text: Wanted): Promise<void>;
  toHaveText(text: Wanted | Wanted[]): Promise<void>;
  toHaveValue(value: string): Promise<void>;
  toHaveAttribute(name: string, value: Wanted): Promise<void>;
  toHaveURL(url: Wanted): Promise<void>;
}

/**
 * Expects something of a page that says what its server knew when it was asked: where it is otherwise, the page is asked for
 * again for a while, as by somebody who waits. An answer to a form is what it is at once.
 */
export function expectPlain(actual: PlainLocator | PlainWindow, negated = false): PlainExpectations {
  const all = () => (actual instanceof PlainLocator ? actual.elements() : []);
  const expected = (holds: () => boolean, what: string) =>
    holdsInTime(actual, () => holds() !== negated, (negated ? 'not ' : '') + what);
  /** Of one part: several would leave open which is meant. */
  const ofOne = (holds: (element: HTMLInputElement) => boolean, what: string) =>
    expected(() => {
      const [element, ...others] = all();
      if (others.length > 0) throw new Error(`${others.length + 1} of: ${saidOf(actual)}`);
      return element !== undefined && holds(element as HTMLInputElement);
    }, what);
  const texts = (wanted: Wanted | Wanted[]) => {
    const said = all().map(textOf);
    const each = [wanted].flat();
    return said.length === each.length && each.every((one, place) => says(said[place] ?? '', one, true));
  };
  return {
    get not() {
      return expectPlain(actual, !negated);
    },
    toBeVisible: () => ofOne(isShown, 'shown'),
    toBeHidden: () => expected(() => !all().some(isShown), 'hidden'),
    toBeAttached: () => ofOne(() => true, 'there'),
    toBeChecked: () => ofOne((field) => field.checked, 'checked'),
    toBeEnabled: () => ofOne((field) => !field.disabled, 'enabled'),
    toBeDisabled: () => ofOne((field) => field.disabled, 'disabled'),
    toHaveCount: (count) => expected(() => all().length === count, `${count} of it`),
    toContainText: (text) =>
      ofOne(
        (element) => (typeof text === 'string' ? textOf(element).includes(text) : text.test(textOf(element))),
        `says ${String(text)}`
      ),
    toHaveText: (text) => expected(() => texts(text), `says just ${String(text)}`),
    toHaveValue: (value) => ofOne((field) => field.value === value, `has the value ${value}`),
    toHaveAttribute: (name, value) =>
      ofOne((element) => says(element.getAttribute(name) ?? '', value, true), `has ${name}=${String(value)}`),
    toHaveURL: (url) =>
      expected(() => actual instanceof PlainWindow && says(actual.url(), url, true), `at ${String(url)}`)
  };
}

/** Milliseconds until somebody who waits gives up. */
const PATIENCE = 20_000;

async function holdsInTime(actual: PlainLocator | PlainWindow, holds: () => boolean, what: string): Promise<void> {
  const window = actual instanceof PlainLocator ? actual.page : actual;
  const until = performance.now() + PATIENCE;
  while (!holds()) {
    if (performance.now() > until || !(await window.again()))
      throw new Error(`Expected ${what}: ${saidOf(actual)}\n${seenOf(actual)}`);
    await pause(250);
  }
}

const saidOf = (actual: PlainLocator | PlainWindow) => (actual instanceof PlainLocator ? actual.said : 'the window');

/** What stands there instead, for whoever reads why a journey ended. */
function seenOf(actual: PlainLocator | PlainWindow): string {
  if (actual instanceof PlainWindow) return actual.url();
  const seen = actual.elements().map((each) => `${accessibleName(each)} ${each.outerHTML.slice(0, 160)}`);
  return `${seen.join('\n') || 'Nothing of it.'}\nThe page says: ${textOf(actual.page.document().body).slice(0, 3000)}`;
}
