import { request } from 'node:http';
import { expect, PASSWORD, test, type World } from './world';

/** A request as no page of ours would send it. */
function raw(world: World, path: string, headers: Record<string, string>, body: string | Buffer): Promise<number> {
  return new Promise((resolve, reject) => {
    const sent = request(world.url + path, { method: 'POST', headers }, (answer) => {
      answer.resume();
      resolve(answer.statusCode ?? 0);
    });
    sent.on('error', reject);
    sent.end(body);
  });
}

test('requests from other sites change nothing', async ({ world }) => {
  const ilse = await world.plain('ilse');
  await ilse
    .getByRole('main')
    .getByRole('listitem')
    .getByRole('link', { name: /Field report, rock pools/ })
    .click();
  await expect(ilse.getByRole('button', { name: /^Submit round 1/ })).toBeVisible();
  const path = `${new URL(ilse.url()).pathname}?/submit`;
  const cookie = ilse.cookie();
  const form = { cookie, 'content-type': 'application/x-www-form-urlencoded' };
  const body = 'key=a-key-from-elsewhere';
  expect(await raw(world, path, { ...form, origin: 'http://elsewhere.example' }, body)).toBe(403);
  expect(await raw(world, path, form, body)).toBe(403);
  expect(await raw(world, path, { ...form, origin: world.url, 'sec-fetch-site': 'cross-site' }, body)).toBe(403);
  expect(
    await raw(world, '/clock', { cookie, 'content-type': 'application/json', origin: 'http://elsewhere.example' }, '{}')
  ).toBe(403);
  expect(await raw(world, path, { ...form, origin: world.url }, `key=${'x'.repeat(300_000)}`)).toBe(413);
  await ilse.reload();
  await expect(ilse.getByRole('button', { name: /^Submit round 1/ })).toBeVisible();
});

test('pages carry a policy that lets no foreign or inline script run, and are kept by nobody', async ({ world }) => {
  const answer = await fetch(`${world.url}/sign-in`);
  const policy = answer.headers.get('content-security-policy') ?? '';
  const scripts = /script-src ([^;]*)/.exec(policy)?.[1] ?? '';
  expect(scripts).toMatch(/'self' 'nonce-/);
  expect(scripts).not.toContain('unsafe');
  expect(policy).toContain("frame-ancestors 'none'");
  expect(answer.headers.get('cache-control')).toBe('private, no-store');
});

test('the session cookie is out of reach of scripts, and over after signing out', async ({ world }) => {
  const body = new URLSearchParams({ handle: 'ilse', password: PASSWORD });
  const signedIn = await fetch(`${world.url}/sign-in`, {
    method: 'POST',
    redirect: 'manual',
    headers: { origin: world.url },
    body
  });
  const set = signedIn.headers.getSetCookie().find((line) => line.startsWith('vendro_session=')) ?? '';
  expect(set).toMatch(/; HttpOnly; SameSite=Lax/);
  const ilse = await world.plain('ilse');
  const cookie = ilse.cookie();
  await ilse.getByRole('button', { name: 'Sign out' }).click();
  await expect(ilse).toHaveURL(/sign-in/);
  expect(ilse.cookie()).not.toContain('vendro_session');
  const answer = await fetch(`${world.url}/desk`, { redirect: 'manual', headers: { cookie } });
  expect(answer.status).toBe(303);
});

test('an upload that breaks off leaves nothing in the packet and nothing on disk', async ({ world }) => {
  const ilse = await world.plain('ilse');
  await ilse
    .getByRole('main')
    .getByRole('listitem')
    .getByRole('link', { name: /Field report, rock pools/ })
    .click();
  await expect(ilse.getByRole('button', { name: /^Submit round 1( of \d+)?: 2 pieces/ })).toBeVisible();
  const path = `${new URL(ilse.url()).pathname}?/addFiles`;
  const cookie = ilse.cookie();
  const field = (name: string, value: string) =>
    `--b\r\ncontent-disposition: form-data; name="${name}"\r\n\r\n${value}\r\n`;
  const begun = `${field('deliverable', '')}${field('key', 'a-broken-upload')}--b\r\ncontent-disposition: form-data; name="files"; filename="half.txt"\r\n\r\nthe first half`;
  const headers = {
    cookie,
    origin: world.url,
    'content-type': 'multipart/form-data; boundary=b',
    'x-sveltekit-action': 'true'
  };
  // Ends in mid-form: the parser sees a form without its end.
  await raw(world, path, headers, begun);
  // Breaks off in mid-request: the server sees a connection that is gone.
  await new Promise<void>((resolve) => {
    const sent = request(world.url + path, { method: 'POST', headers: { ...headers, 'content-length': '100000' } });
    sent.on('error', () => resolve());
    sent.write(begun, () => sent.destroy(new Error('gone')));
  });
  await ilse.reload();
  await expect(ilse.getByRole('button', { name: /^Submit round 1( of \d+)?: 2 pieces/ })).toBeVisible();
  await expect(ilse.getByRole('link', { name: 'half.txt' })).toHaveCount(0);
  expect(await world.sql("select 1 from pieces where name = 'half.txt'")).toEqual([]);
});

test('health says what is wrong when the database has an older schema', async ({ world }) => {
  const healthy = await fetch(`${world.url}/healthz`);
  expect([healthy.status, await healthy.json()]).toMatchObject([
    200,
    { database: 'reachable', migrations: 'up to date', blobs: 'writable' }
  ]);
  await world.sql('delete from migrations');
  // Asked often, it looks once a second.
  const behind = async () => {
    const answer = await fetch(`${world.url}/healthz`);
    return [answer.status, await answer.json()] as unknown;
  };
  await expect.poll(behind).toMatchObject([503, { ok: false, migrations: 'pending' }]);
});

test('a lost phone can be signed out from elsewhere', async ({ world }) => {
  const phone = await world.plain('ilse');
  const desk = await world.plain('ilse', '/signed-in');
  await expect(desk.getByRole('listitem').first()).toContainText('Here');
  await desk.getByRole('button', { name: 'Sign out there' }).click();
  await expect(desk.getByRole('main').getByRole('listitem')).toHaveCount(1);
  await phone.reload();
  await expect(phone.getByRole('heading', { name: 'Sign in' })).toBeVisible();
});
