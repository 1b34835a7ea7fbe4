import { JSDOM } from 'jsdom';
import { answerOf, cookieHeader, type Cookies } from './answer';
import { dataOf, type Chosen } from './form-data';
import { PlainLocator, type RoleOptions } from './locator';
import type { Wanted } from './names';
import { NO_STYLE, styleOf } from './shown';

/**
 * A window without a browser: it reads what the server says and answers with the forms that it finds there, as a browser
 * without scripts does at a desk. It costs a tenth of a browser's; what moves, is drawn or comes by itself it never sees.
 *
 * Its methods are named and mean what Playwright's do, so that one journey may have both.
 */
export class PlainWindow {
  private dom = new JSDOM('');
  private address = 'about:blank';
  /** Whether what stands here was asked for, and is not the answer to a form: only that can be asked for again. */
  private asked = false;
  private readonly chosen: Chosen = new Map();
  private readonly root: PlainLocator;

  /** @param origin of the server @param cookies of somebody who is signed in, or none */
  constructor(
    private readonly origin: string,
    private readonly cookies: Cookies = new Map()
  ) {
    this.root = new PlainLocator(
      {
        document: () => this.dom.window.document,
        press: (element) => this.press(element),
        send: (form, by) => this.send(form, by),
        choose: (field, files) => this.choose(field, files),
        again: () => this.again()
      },
      [],
      ''
    );
  }

  getByRole(role: string, options?: RoleOptions): PlainLocator {
    return this.root.getByRole(role, options);
  }
  getByLabel(label: Wanted, options?: { exact?: boolean }): PlainLocator {
    return this.root.getByLabel(label, options);
  }
  getByText(text: Wanted, options?: { exact?: boolean }): PlainLocator {
    return this.root.getByText(text, options);
  }
  locator(selector: string): PlainLocator {
    return this.root.locator(selector);
  }

  /** Opens an address, whole or from the root. @returns what was answered, redirects followed */
  async goto(address: string): Promise<{ status(): number; headers(): Record<string, string> }> {
    const answer = await answerOf(new URL(address, this.origin), {}, this.cookies);
    this.show(answer, true);
    return { status: () => answer.status, headers: () => Object.fromEntries(answer.headers) };
  }

  /** Asks for the page again. An answer to a form is not asked for again: the form would be sent twice. */
  async reload(): Promise<void> {
    if (!this.asked) throw new Error('An answer to a form stands here: open the page that is meant.');
    await this.goto(this.address);
  }

  /** Looks once more, where that is possible. @returns whether it was */
  async again(): Promise<boolean> {
    if (this.asked) await this.reload();
    return this.asked;
  }

  url(): string {
    return this.address;
  }

  /** What stands here, as a browser without scripts draws it. */
  html(): string {
    const copy = this.dom.window.document.cloneNode(true) as Document;
    for (const script of copy.querySelectorAll('script, link[rel=modulepreload]')) script.remove();
    for (const plain of copy.querySelectorAll('noscript')) plain.replaceWith(...plain.childNodes);
    return `<!doctype html>${copy.documentElement.outerHTML}`;
  }

  /** The cookies that go with each request, as a header. */
  cookie(): string {
    return cookieHeader(this.cookies);
  }

  /** Another window of the same person. */
  another(): PlainWindow {
    return new PlainWindow(this.origin, this.cookies);
  }

  /** What an address answers, redirects not followed; the page stays as it is. */
  readonly request = {
    get: async (address: string) => {
      const answer = await this.ask(address);
      return {
        status: () => answer.status,
        ok: () => answer.ok,
        headers: () => Object.fromEntries(answer.headers),
        text: () => answer.text(),
        json: () => answer.json() as Promise<unknown>
      };
    }
  };

  /** Follows a link that leads to a file. @returns its name and its bytes */
  async download(link: PlainLocator): Promise<{ name: string; bytes: Buffer }> {
    const href = (await link.getAttribute('href')) ?? '';
    const answer = await this.ask(href);
    const named = /filename\*?=(?:UTF-8'')?"?([^";]+)"?/i.exec(answer.headers.get('content-disposition') ?? '')?.[1];
    if (!answer.ok || named === undefined) throw new Error(`${href} leads to no file: ${answer.status}`);
    return { name: decodeURIComponent(named), bytes: Buffer.from(await answer.arrayBuffer()) };
  }

  private ask(address: string): Promise<Response> {
    const headers = { cookie: this.cookie() };
    return fetch(new URL(address, this.origin), { redirect: 'manual', headers });
  }

  /** Its own list of files cannot be filled; it no longer lacks any. */
  private choose(field: Element, files: File[]): void {
    this.chosen.set(field, files);
    if (files.length > 0) field.removeAttribute('required');
  }

  /** Presses what stands there, as a pointer does. @throws where nothing would come of that without scripts */
  private async press(element: Element): Promise<void> {
    const target = element.closest<HTMLElement>('a[href], button, summary, label, input');
    const kind = target && (target instanceof this.dom.window.HTMLInputElement ? target.type : target.tagName);
    const pressed: Record<string, () => void | Promise<void>> = {
      A: () => this.follow(target?.getAttribute('href') ?? ''),
      SUMMARY: () => void target?.parentElement?.toggleAttribute('open'),
      LABEL: () => this.press((target as HTMLLabelElement).control ?? mustBe('a field', element)),
      BUTTON: () => this.pressButton(target as HTMLButtonElement),
      submit: () => this.pressButton(target as HTMLInputElement),
      checkbox: () => void ((target as HTMLInputElement).checked = !(target as HTMLInputElement).checked),
      radio: () => void ((target as HTMLInputElement).checked = true)
    };
    await (pressed[kind ?? ''] ?? (() => mustBe('something that is pressed', element)))();
  }

  private async pressButton(button: HTMLButtonElement | HTMLInputElement): Promise<void> {
    if (button.disabled || button.type !== 'submit' || !button.form) mustBe('a button that sends a form', button);
    else await this.send(button.form, button);
  }

  /** Sends a form, by one of its buttons or as Enter in a field does. */
  private async send(form: HTMLFormElement, by: HTMLElement | null): Promise<void> {
    const said = (name: string) => by?.getAttribute(`form${name}`) ?? form.getAttribute(name);
    if (!form.noValidate && !by?.hasAttribute('formnovalidate')) mustBeValid(form);
    const url = new URL(said('action') ?? '', this.address);
    const data = dataOf(this.dom, form, by, this.chosen);
    const fields = [...data].map(([name, value]) => [name, typeof value === 'string' ? value : value.name]);
    if (said('method')?.toLowerCase() !== 'post') {
      url.search = new URLSearchParams(fields).toString();
      await this.goto(url.href);
      return;
    }
    const body = said('enctype') === 'multipart/form-data' ? data : new URLSearchParams(fields);
    const headers = { origin: this.origin, referer: this.address };
    const answer = await answerOf(url, { method: 'POST', body, headers }, this.cookies);
    this.show(answer, answer.redirected);
  }

  private async follow(href: string): Promise<void> {
    const url = new URL(href, this.address);
    if (url.origin !== this.origin) throw new Error(`${href} leads elsewhere.`);
    const stays = url.hash !== '' && url.href.split('#')[0] === this.address.split('#')[0];
    if (!stays) await this.goto(url.href);
  }

  private show(answer: Awaited<ReturnType<typeof answerOf>>, asked: boolean): void {
    // A file is saved, and the page stays.
    if (!answer.headers.get('content-type')?.startsWith('text/html')) return;
    this.dom.window.close();
    this.dom = new JSDOM(answer.text, { url: answer.url });
    // What is computed from sheets would take longer than everything else.
    const getComputedStyle = (element?: Element) => (element ? styleOf(element) : NO_STYLE);
    Object.assign(this.dom.window, { getComputedStyle });
    this.chosen.clear();
    this.address = answer.url;
    this.asked = asked;
  }
}

function mustBe(what: string, element: Element): never {
  throw new Error(`Without scripts this is not ${what}: ${element.outerHTML.slice(0, 200)}`);
}

/** As a browser does before it sends. */
function mustBeValid(form: HTMLFormElement): void {
  for (const field of form.elements)
    if ('checkValidity' in field && !(field as HTMLInputElement).checkValidity())
      throw new Error(`A browser would not send it, for ${field.outerHTML.slice(0, 200)}`);
}
