import { readFileSync } from 'node:fs';
import { basename } from 'node:path';
import { getRole } from 'dom-accessibility-api';
import { accessibleName, labelsOf, says, textOf, type Wanted } from './names';
import { isShown } from './shown';

/** What parts of a page ask of the window that they stand in. */
export interface Surroundings {
  document(): Document;
  press(element: Element): Promise<void>;
  send(form: HTMLFormElement, by: HTMLElement | null): Promise<void>;
  choose(field: Element, files: File[]): void;
  /** Looks once more, where that is possible. @returns whether it was */
  again(): Promise<boolean>;
}

export interface RoleOptions {
  name?: Wanted;
  exact?: boolean;
  level?: number;
  pressed?: boolean;
}

/** A file as it is chosen in a field. */
export interface Upload {
  name: string;
  mimeType: string;
  buffer: Buffer;
}

type Step = (within: readonly Element[]) => Element[];

/** Parts of a page of a plain window, looked for anew each time they are asked. Named as Playwright's are. */
export class PlainLocator {
  constructor(
    readonly page: Surroundings,
    private readonly steps: readonly Step[],
    readonly said: string
  ) {}

  getByRole(role: string, { name, exact = false, level, pressed }: RoleOptions = {}): PlainLocator {
    const isIt = (each: Element) =>
      roleOf(each) === role &&
      (level === undefined || levelOf(each) === level) &&
      (pressed === undefined || (each.getAttribute('aria-pressed') === 'true') === pressed) &&
      isShown(each) &&
      (name === undefined || says(accessibleName(each), name, exact)) &&
      isNamedIfNeeded(each, role);
    const such = ['[role]', ...(TAGS[role] ?? ['*'])].join();
    return this.below((within) => [...within.querySelectorAll(such)].filter(isIt), `${role} ${String(name ?? '')}`);
  }

  /** Fields by what stands beside them, and whatever is named so. */
  getByLabel(label: Wanted, { exact = false } = {}): PlainLocator {
    return this.below(
      (within) =>
        [...within.querySelectorAll(LABELLED)].filter((each) =>
          labelsOf(each).some((text) => says(text, label, exact))
        ),
      `label ${String(label)}`
    );
  }

  /** The smallest parts that say this. */
  getByText(text: Wanted, { exact = false } = {}): PlainLocator {
    const saying = (each: Element) => !SILENT.has(each.tagName) && says(textOf(each), text, exact);
    return this.below(
      (within) => [...within.querySelectorAll('*')].filter((each) => saying(each) && ![...each.children].some(saying)),
      `text ${String(text)}`
    );
  }

  locator(selector: string): PlainLocator {
    if (selector === 'visible=true') return this.then((all) => all.filter(isShown), 'shown');
    return this.below((within) => [...within.querySelectorAll(selector)], selector);
  }

  filter(by: { hasText?: Wanted; hasNotText?: Wanted; has?: PlainLocator }): PlainLocator {
    const { hasText, hasNotText, has } = by;
    return this.then(
      (all) =>
        all.filter(
          (each) =>
            (hasText === undefined || says(textOf(each), hasText, false)) &&
            (hasNotText === undefined || !says(textOf(each), hasNotText, false)) &&
            (has === undefined || has.from([each]).length > 0)
        ),
      `with ${String(hasText ?? hasNotText ?? has?.said)}`
    );
  }

  nth(place: number): PlainLocator {
    return this.then((all) => all.slice(place).slice(0, 1), `number ${place}`);
  }
  first(): PlainLocator {
    return this.nth(0);
  }
  last(): PlainLocator {
    return this.nth(-1);
  }

  /** All that this stands for now. */
  elements(): Element[] {
    return this.from([this.page.document().documentElement]);
  }

  count(): Promise<number> {
    return Promise.resolve(this.elements().length);
  }
  isVisible(): Promise<boolean> {
    return Promise.resolve(this.elements().some(isShown));
  }
  async textContent(): Promise<string> {
    return (await this.one()).textContent ?? '';
  }
  allInnerTexts(): Promise<string[]> {
    return Promise.resolve(this.elements().map(textOf));
  }
  async getAttribute(name: string): Promise<string | null> {
    return (await this.one()).getAttribute(name);
  }
  async inputValue(): Promise<string> {
    return ((await this.one()) as HTMLInputElement).value;
  }

  async click(): Promise<void> {
    await this.page.press(await this.one());
  }

  /** Only Enter means something without scripts: what stands there is pressed, or the form of a field is sent. */
  async press(key: 'Enter'): Promise<void> {
    const element = await this.one();
    if (key !== 'Enter' || !('form' in element) || element.tagName === 'BUTTON') await this.page.press(element);
    else await this.page.send(element.form as HTMLFormElement, defaultButton(element.form as HTMLFormElement));
  }

  async fill(value: string): Promise<void> {
    const field = (await this.one()) as HTMLInputElement | HTMLTextAreaElement;
    if (!('value' in field) || field.disabled || field.readOnly) throw new Error(`Nothing is written in ${this.said}.`);
    field.value = value;
    if (value !== '' && field.value === '') throw new Error(`${this.said} takes no ${JSON.stringify(value)}.`);
  }

  async check(): Promise<void> {
    const field = (await this.one()) as HTMLInputElement;
    if (!field.checked) await this.page.press(field);
  }
  async uncheck(): Promise<void> {
    const field = (await this.one()) as HTMLInputElement;
    if (field.checked) await this.page.press(field);
  }

  async selectOption(wanted: string | { label: string }): Promise<void> {
    const options = [...((await this.one()) as HTMLSelectElement).options];
    const isIt = (option: HTMLOptionElement) =>
      typeof wanted === 'string' ? [option.value, textOf(option)].includes(wanted) : textOf(option) === wanted.label;
    const option = options.find(isIt);
    if (!option) throw new Error(`${this.said} offers ${options.map(textOf).join(', ')}.`);
    option.selected = true;
  }

  /** @param files what is chosen, or paths of it */
  async setInputFiles(files: string | Upload | ReadonlyArray<string | Upload>): Promise<void> {
    const chosen = [files].flat() as Array<string | Upload>;
    this.page.choose(
      await this.one(),
      chosen.map((one) =>
        typeof one === 'string'
          ? new File([readFileSync(one)], basename(one))
          : new File([Uint8Array.from(one.buffer)], one.name, { type: one.mimeType })
      )
    );
  }

  /** What it stands for, which is one. @throws where it is none or several */
  private one(): Promise<Element> {
    const all = this.elements();
    const [found] = all;
    if (found && all.length === 1) return Promise.resolve(found);
    const seen = all.slice(0, 5).map((each) => each.outerHTML.slice(0, 160));
    return Promise.reject(new Error(`${all.length} of: ${this.said}\n${seen.join('\n')}`));
  }

  private from(roots: readonly Element[]): Element[] {
    return this.steps.reduce<Element[]>((within, step) => step(within), [...roots]);
  }

  private below(find: (within: Element) => Element[], said: string): PlainLocator {
    return this.then((within) => [...new Set(within.flatMap(find))], said);
  }

  private then(step: Step, said: string): PlainLocator {
    return new PlainLocator(this.page, [...this.steps, step], [this.said, said].filter(Boolean).join(' › '));
  }
}

/** By what journeys ask for most: the tags that may have the role by themselves (HTML Accessibility API Mappings). */
const TAGS: Partial<Record<string, string[]>> = {
  alert: [],
  button: ['button', 'input'],
  complementary: ['aside'],
  dialog: ['dialog'],
  heading: ['h1', 'h2', 'h3', 'h4', 'h5', 'h6'],
  link: ['a', 'area'],
  listitem: ['li'],
  main: ['main'],
  navigation: ['nav'],
  region: ['section'],
  row: ['tr'],
  status: ['output'],
  textbox: ['input', 'textarea']
};
const LABELLED = 'input, textarea, select, button, output, progress, meter, [aria-label], [aria-labelledby]';
const SILENT = new Set(['SCRIPT', 'STYLE', 'TEMPLATE', 'HEAD', 'TITLE', 'HTML']);

/** A part of a page is a region, and a form a form, only where it is named (HTML Accessibility API Mappings). */
function isNamedIfNeeded(element: Element, role: string): boolean {
  return (role !== 'region' && role !== 'form') || accessibleName(element) !== '';
}

/** What a heading of a row is told by, that package leaves out; and a fold's heading is nothing that is pressed by its name. */
function roleOf(element: Element): string | null {
  if (element.hasAttribute('role')) return getRole(element);
  if (element.tagName === 'TH' && element.getAttribute('scope')?.startsWith('row')) return 'rowheader';
  return element.tagName === 'SUMMARY' ? null : getRole(element);
}

const levelOf = (heading: Element) =>
  Number(heading.getAttribute('aria-level') ?? /^H(\d)$/.exec(heading.tagName)?.[1]);

const defaultButton = (form: HTMLFormElement) =>
  ([...form.elements].find((each) => (each as HTMLButtonElement).type === 'submit') as HTMLElement | undefined) ?? null;
