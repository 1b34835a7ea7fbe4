import { fail, isActionFailure, redirect, type ActionFailure, type RequestEvent } from '@sveltejs/kit';
import type { z } from 'zod';
import { wordsOfRefusal, type RefusalCode, type RefusedAt } from '$core/refusals/registry';
import { config } from '$server/config';
import { notHere, signedIn, whyUnread } from './guard';
import { readForm } from './read-form';
import { sayOnce } from './said-once';
import { NotHere, RefusedMidway } from '$server/outcome';

export type Person = NonNullable<App.Locals['person']>;

/** What a form is answered with when it was not carried out: why, and what was typed, so that it is there again. */
export interface Refused {
  problem: string;
  /** What is wrong by the path of its field, such as "deliverables.0.title". */
  problems: Record<string, string>;
  given: Record<string, string>;
  done?: undefined;
}
/** What a form is answered with when it was carried out. */
export type Carried<T> = { done: true | string; problem?: undefined; problems?: undefined; given?: undefined } & T;
type Answer<T, W> = Carried<T> | ActionFailure<Refused & Partial<W>>;

/** A use-case refuses with a code; everything else that it answers means that it is done. */
type Why<A> = Extract<A, { ok: false }>;

interface Then<S extends z.ZodType, A, E, T, W> {
  /** What the page is told; that it is done, unless said. */
  then?: (answer: Exclude<A, { ok: false }>, given: z.infer<S>, event: E) => T & { done: true | string };
  /** Where to go on to from here, instead. */
  goTo?: (answer: Exclude<A, { ok: false }>, given: z.infer<S>, event: E) => string;
  /** Words for a refusal that is more than a code, or whose words need more than the code. */
  words?: (refusal: Why<A>, given: z.infer<S>) => string;
  /** What else a refusal brings to the page. */
  with?: (refusal: Why<A>, given: z.infer<S>) => W;
  reader?: RefusedAt['reader'];
  /** Where a page without scripts goes back to; the page with the form, unless said. */
  back?: (given: z.infer<S>, event: E, answer: Exclude<A, { ok: false }>) => string;
  /** What the page is told cannot be read a second time, so that it is shown at once, without scripts too. */
  stays?: true;
}

/**
 * A form action, all of it: parses the form, does the one thing, answers.
 *
 * What does not fit the schema comes back with the schema's own words and status 400 before anything is changed; a refusal
 * with its words and 409; what could not be read, now or ever, as guard.ts says it. All with what was typed. Without scripts,
 * what is done leads back to the page by a redirect, so that reloading sends nothing again; that page says what was done.
 *
 * @param schema  what the form says. A field whose name may stand several times is `Several` (fields.ts). Given once for
 *   all requests, since making a schema costs more than parsing with it
 * @param useCase what is asked for; a refusal is `{ ok: false, why }` with a code that the registry knows, or RefusedMidway
 */
export function action<S extends z.ZodType, A, E extends RequestEvent = RequestEvent, T = object, W = object>(
  schema: S,
  useCase: (person: Person, given: z.infer<S>, event: E) => Promise<A>,
  then: Then<S, A, E, T, W> = {}
) {
  return async (event: E): Promise<Answer<T, W>> => {
    const person = signedIn(event.locals, event.url);
    return carriedOut(event, schema, (given) => useCase(person, given, event), then);
  };
}

/** The same for whoever comes by, signed in or not. */
export function openAction<S extends z.ZodType, A, E extends RequestEvent = RequestEvent, T = object, W = object>(
  schema: S,
  useCase: (given: z.infer<S>, event: E) => Promise<A>,
  then: Then<S, A, E, T, W> = {}
) {
  return (event: E): Promise<Answer<T, W>> => carriedOut(event, schema, (given) => useCase(given, event), then);
}

/** The same for forms with files: the use-case reads the request itself, as it streams in. */
export function streamedAction<A, E extends RequestEvent = RequestEvent, T = object, W = object>(
  useCase: (person: Person, request: Request, event: E) => Promise<A>,
  then: Then<z.ZodType<undefined>, A, E, T, W> = {}
) {
  return async (event: E): Promise<Answer<T, W>> => {
    const person = signedIn(event.locals, event.url);
    return outcome(event, useCase(person, event.request, event), undefined, then, {});
  };
}

async function carriedOut<S extends z.ZodType, A, E extends RequestEvent, T, W>(
  event: E,
  schema: S,
  work: (given: z.infer<S>) => Promise<A>,
  then: Then<S, A, E, T, W>
): Promise<Answer<T, W>> {
  const form = fieldsOf(await readForm(event.request));
  const parsed = schema.safeParse(form);
  if (!parsed.success) return fail(400, { ...misfit(parsed.error), given: typed(form) } as Refused & Partial<W>);
  return outcome(event, work(parsed.data), parsed.data, then, typed(form));
}

/** What a use-case answered, or what refused it midway: of that nothing is known but the code. */
async function outcome<S extends z.ZodType, A, E extends RequestEvent, T, W>(
  event: E,
  work: Promise<A>,
  given: z.infer<S>,
  then: Then<S, A, E, T, W>,
  typed: Record<string, string>
): Promise<Answer<T, W>> {
  let answer: A;
  try {
    answer = await work;
  } catch (thrown) {
    if (thrown instanceof NotHere) notHere();
    const refused = thrown instanceof RefusedMidway ? { status: 409, why: thrown.why } : whyUnread(thrown);
    if (!refused) throw thrown;
    const problem = wordsOfRefusal(refused.why, { reader: then.reader, largest: config.maxFileBytes });
    return fail(refused.status, { problem, problems: {}, given: typed } as Refused & Partial<W>);
  }
  return answered(event, answer, given, then, typed);
}

function answered<S extends z.ZodType, A, E extends RequestEvent, T, W>(
  event: E,
  answer: A,
  given: z.infer<S>,
  { then, goTo, words, with: more, reader, back, stays }: Then<S, A, E, T, W>,
  typed: Record<string, string>
): Answer<T, W> {
  if (isRefusal(answer)) {
    const at = { reader, largest: config.maxFileBytes };
    const problem = words ? words(answer, given) : wordsOfRefusal(answer.why as RefusalCode, at);
    return fail(409, { problem, problems: {}, given: typed, ...more?.(answer, given) } as Refused & Partial<W>);
  }
  const done = answer as Exclude<A, { ok: false }>;
  if (goTo) redirect(303, goTo(done, given, event));
  const next = then?.(done, given, event) ?? ({ done: true } as T & { done: true });
  const scripted = event.request.headers.get('x-sveltekit-action') === 'true';
  if (!scripted && !stays) {
    const to = back?.(given, event, done) ?? ownPage(event.url);
    if (typeof next.done === 'string') sayOnce(event.cookies, to.replace(/#.*/, ''), next.done);
    redirect(303, to);
  }
  return next as Carried<T>;
}

const isRefusal = <A>(answer: A): answer is Why<A> & { why: string } =>
  typeof answer === 'object' && answer !== null && 'ok' in answer && answer.ok === false && !isActionFailure(answer);

/** The page as it was shown: without the action's own name in its address. */
const ownPage = (url: URL) => url.pathname + url.search.replace(/[?&]\/\w+/, '');

/** A name that stands several times is a list. */
function fieldsOf(form: FormData): Record<string, unknown> {
  return Object.fromEntries(
    [...new Set(form.keys())].map((name) => {
      const all = form.getAll(name);
      return [name, all.length > 1 ? all : all[0]];
    })
  );
}

/** What was typed, but for secrets, files and whole pages. */
function typed(form: Record<string, unknown>): Record<string, string> {
  const entries = Object.entries(form).filter(
    (entry): entry is [string, string] =>
      typeof entry[1] === 'string' && entry[1].length <= LONGEST_KEPT && !SECRET.test(entry[0])
  );
  return Object.fromEntries(entries);
}
const LONGEST_KEPT = 60_000;
const SECRET = /^(password|again|old)$/;

/** What does not fit: the schema's own words where it has some. */
function misfit({ issues: [first, ...rest] }: z.ZodError): Omit<Refused, 'given'> {
  const issues = first ? [first, ...rest] : [];
  const said =
    first && /^[A-Z].*[.]$/.test(first.message) ? first.message : 'Something in this form is not as it has to be.';
  return {
    problem: `${said} Nothing was changed; what you wrote is still here.`,
    problems: Object.fromEntries(issues.map(({ path, message }) => [path.join('.'), message]))
  };
}
