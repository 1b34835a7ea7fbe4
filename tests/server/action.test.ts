import { isActionFailure, isHttpError, isRedirect, type Cookies, type RequestEvent } from '@sveltejs/kit';
import { describe, expect, it } from 'vitest';
import { z } from 'zod';
import { BlobDamaged } from '$server/blobs/damage';
import { NotHere, RefusedMidway } from '$server/outcome';
import { NotNow, TooCostly } from '$server/parsing/limits';
import { action, openAction, streamedAction, type Person } from '../../src/routes/shared/action';
import { Several } from '../../src/routes/shared/fields';
import { takeSaid } from '../../src/routes/shared/said-once';

const ilse = { id: 'ilse', name: 'Ilse' } as unknown as Person;
interface Sent {
  fields?: Array<[string, string]>;
  scripted?: boolean;
  person?: Person | null;
  at?: string;
}

/** What the browser keeps. */
const kept = new Map<string, string>();
const jar = {
  get: (name: string) => kept.get(name),
  set: (name: string, value: string) => void kept.set(name, value),
  delete: (name: string) => void kept.delete(name)
} as unknown as Cookies;

/** A form as the browser sends it. */
function sent({ fields = [], scripted = true, person = ilse, at = '/shelf?q=kelp&/rename' }: Sent): RequestEvent {
  const url = new URL(at, 'http://vendro.test');
  const headers = new Headers(scripted ? { 'x-sveltekit-action': 'true' } : {});
  const body = new URLSearchParams(fields);
  return {
    url,
    cookies: jar,
    locals: { person },
    request: new Request(url, { method: 'POST', body, headers })
  } as unknown as RequestEvent;
}

/** What is thrown, for what leads elsewhere. */
const thrown = (answer: Promise<unknown>) =>
  answer.then(
    () => null,
    (error: unknown) => error
  );
/** What an action refused with; anything else fails the test. */
function refused(answer: unknown): { status: number; data: Record<string, unknown> } {
  if (!isActionFailure(answer)) throw new Error('It was not refused.');
  return { status: answer.status, data: answer.data ?? {} };
}
const Name = z.object({ name: z.string().min(1, 'Give it a name.'), password: z.string().optional() });
const rename = action(Name, async (_, { name }) =>
  name === 'taken' ? { ok: false as const, why: 'handle-taken' as const } : { ok: true as const, name }
);

describe('a form that does not fit', () => {
  it('changes nothing, says the schema’s words, and keeps what was typed but for secrets', async () => {
    let called = false;
    const never = action(Name, async () => void (called = true));
    const answer = await never(
      sent({
        fields: [
          ['name', ''],
          ['password', 'kelp'],
          ['note', 'mine']
        ]
      })
    );
    expect(called).toBe(false);
    expect(refused(answer).status).toBe(400);
    expect(refused(answer).data).toEqual({
      problem: 'Give it a name. Nothing was changed; what you wrote is still here.',
      problems: { name: 'Give it a name.' },
      given: { name: '', note: 'mine' }
    });
  });

  it('says something understandable where the schema has no words', async () => {
    const answer = await action(z.object({ id: z.uuid() }), async () => null)(sent({ fields: [['id', '7']] }));
    expect(refused(answer).data.problem).toMatch(/^Something in this form is not as it has to be\./);
  });

  it('names a problem by the path of its field', async () => {
    const Tree = z.object({
      draft: z
        .string()
        .transform((text) => JSON.parse(text) as unknown)
        .pipe(z.object({ rows: z.array(z.object({ title: z.string().min(1, 'Give it a title.') })) }))
    });
    const answer = await action(Tree, async () => null)(sent({ fields: [['draft', '{"rows":[{"title":""}]}']] }));
    expect(refused(answer).data.problems).toEqual({ 'draft.rows.0.title': 'Give it a title.' });
  });

  it('is refused whole where it holds what no database keeps', async () => {
    const error = await thrown(rename(sent({ fields: [['name', 'a\0b']] })));
    expect(isHttpError(error, 400)).toBe(true);
  });
});

describe('a refusal', () => {
  it('has the registry’s words, and what was typed', async () => {
    const answer = await rename(sent({ fields: [['name', 'taken']] }));
    expect([refused(answer).status, refused(answer).data.problem, refused(answer).data.given]).toEqual([
      409,
      'Somebody has that account name already. Choose another one. Nothing was changed.',
      { name: 'taken' }
    ]);
  });

  it('may bring its own words and more', async () => {
    const answer = await action(z.object({}), async () => ({ ok: false as const, why: 'odd', n: 3 }), {
      words: ({ n }) => `${n} of them.`,
      with: ({ n }) => ({ n })
    })(sent({}));
    expect(refused(answer).data).toMatchObject({ problem: '3 of them.', n: 3 });
  });

  it('of what could not be read says whether it can be later, and keeps what was typed', async () => {
    const failing = (error: Error) => action(Name, () => Promise.reject(error))(sent({ fields: [['name', 'Kelp']] }));
    const answers = [
      new NotNow('x'),
      new TooCostly('depth'),
      new BlobDamaged('0', 'cut'),
      new RefusedMidway('excused')
    ];
    const [later, deep, damaged, midway] = (await Promise.all(answers.map(failing))).map(refused);
    expect([later, deep, damaged, midway].map((answer) => answer?.status)).toEqual([503, 422, 503, 409]);
    expect(later?.data).toEqual({
      problem: 'Too much is being read at the moment, so nothing was changed. Try again in a minute.',
      problems: {},
      given: { name: 'Kelp' }
    });
    expect(deep?.data.problem).toContain('nested deeper');
    expect(damaged?.data.problem).toContain('damaged where it is kept');
    expect(await thrown(failing(new Error('a mistake of ours')))).toMatchObject({ message: 'a mistake of ours' });
  });

  it('of something that is not there for this person is a 404', async () => {
    const gone = action(z.object({}), () => Promise.reject(new NotHere('It')));
    expect(isHttpError(await thrown(gone(sent({}))), 404)).toBe(true);
  });
});

describe('what is done', () => {
  it('stays on the page with scripts, and leads back to it without', async () => {
    expect(await rename(sent({ fields: [['name', 'kelp']] }))).toEqual({ done: true });
    const back = await thrown(rename(sent({ fields: [['name', 'kelp']], scripted: false })));
    expect(isRedirect(back) && [back.status, back.location]).toEqual([303, '/shelf?q=kelp']);
  });

  it('tells the page something, or goes on elsewhere', async () => {
    const told = action(z.object({}), async () => 3, { then: (n) => ({ done: `${n} kept.` }) });
    expect(await told(sent({}))).toEqual({ done: '3 kept.' });
    const on = await thrown(action(z.object({}), async () => 'x', { goTo: (slug) => `/courses/${slug}` })(sent({})));
    expect(isRedirect(on) && on.location).toBe('/courses/x');
  });

  it('is said once without scripts, by the page that it leads back to and by no other', async () => {
    const told = action(Name, async (_, { name }) => name, { then: (name) => ({ done: `${name} is kept.` }) });
    const page = new URL('http://vendro.test/shelf?q=kelp');
    const name = `Seegras, „blau“; ${'x'.repeat(500)}`;
    await thrown(told(sent({ fields: [['name', name]], scripted: false })));
    expect(takeSaid(jar, new URL('http://vendro.test/shelf'))).toBeNull();
    expect(takeSaid(jar, page)).toBe(`${name} is kept.`.slice(0, 400));
    expect(takeSaid(jar, page)).toBeNull();
    await told(sent({ fields: [['name', 'kelp']] }));
    await thrown(rename(sent({ fields: [['name', 'kelp']], scripted: false })));
    expect(takeSaid(jar, page)).toBeNull();
    // Whoever writes cookies by hand harms nobody.
    for (const odd of ['', '{', '["/shelf?q=kelp"]', '["/shelf?q=kelp",{}]']) {
      kept.set('vendro_said', odd);
      expect(takeSaid(jar, page)).toBeNull();
      expect(kept.has('vendro_said')).toBe(false);
    }
  });

  it('is shown at once where it can be shown only once', async () => {
    const once = action(z.object({}), async () => 'secret', { stays: true, then: (link) => ({ done: true, link }) });
    expect(await once(sent({ scripted: false }))).toEqual({ done: true, link: 'secret' });
  });
});

describe('who may send it', () => {
  it('is whoever is signed in; others are asked to sign in first', async () => {
    const error = await thrown(rename(sent({ person: null, fields: [['name', 'kelp']] })));
    expect(isRedirect(error) && error.location).toMatch(/^\/sign-in\?to=/);
  });

  it('is anybody, where the form is for anybody', async () => {
    expect(await openAction(Name, async ({ name }) => name)(sent({ person: null, fields: [['name', 'x']] }))).toEqual({
      done: true
    });
  });
});

it('reads a name that stands once or several times as a list where a list is meant, and refuses it elsewhere', async () => {
  const lists: unknown[] = [];
  const list = action(z.object({ id: Several(z.array(z.string()).max(2)) }), async (_, { id }) => void lists.push(id));
  for (const ids of [[], ['a'], ['a', 'b']]) await list(sent({ fields: ids.map((id) => ['id', id]) }));
  expect(lists).toEqual([[], ['a'], ['a', 'b']]);
  expect(
    isActionFailure(
      await list(
        sent({
          fields: [
            ['id', 'a'],
            ['id', 'b'],
            ['id', 'c']
          ]
        })
      )
    )
  ).toBe(true);
  expect(
    isActionFailure(
      await rename(
        sent({
          fields: [
            ['name', 'a'],
            ['name', 'b']
          ]
        })
      )
    )
  ).toBe(true);
});

it('leaves the body of a form with files to its use-case', async () => {
  const read = streamedAction(async (_, request) => (await request.text()).length);
  expect(await read(sent({ fields: [['name', 'kelp']] }))).toEqual({ done: true });
});
