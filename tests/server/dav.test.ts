import { execFileSync, spawn, type ChildProcess } from 'node:child_process';
import { existsSync, mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { v2 as dav } from 'webdav-server';
import { afterAll, beforeAll, describe, expect, it, vi } from 'vitest';

/** What an operator allows: stores on this machine, which is no internet. */
vi.hoisted(() => {
  process.env.VENDRO_REACH = ['127.0.0.1:18080', '127.0.0.1:18081', '127.0.0.1:18082', '127.0.0.1:18083'].join(', ');
});
const { digest, digestChallenge } = await import('$server/shelf/outside/authentication');
const { addressOf, staysWithin } = await import('$server/shelf/outside/dav');
const { browseStore, connectStore } = await import('$server/shelf/outside/store');
const { copyFromStore } = await import('$server/shelf/outside/copy');
const { smallCourse } = await import('./kit');

/** Who may in: names and passwords beyond ASCII where the store itself reads such, as the standard wants it. */
interface Who {
  username: string;
  password: string;
}
const never = new AbortController().signal;
let school: Awaited<ReturnType<typeof smallCourse>>;
beforeAll(async () => {
  school = await smallCourse();
});

/** What any store has to be able to do for a student. */
function holdsFor(url: () => string, who: Who) {
  const account = (over: object = {}) => ({ url: url(), ...who, ...over });

  it('is connected by name and password, and refuses a wrong one', async () => {
    expect(await connectStore(school.ilse, account({ password: 'þa' }))).toEqual({
      ok: false,
      why: 'store-password'
    });
    expect(await connectStore(school.ilse, account())).toEqual({ ok: true });
    // Also where its address was written without the slash at its end.
    expect(await connectStore(school.ilse, account({ url: url().replace(/\/$/, '') }))).toEqual({ ok: true });
  });

  it('lists its folders and their folders, whatever is in their names', async () => {
    const top = await browseStore(school.ilse, '/');
    if (!top.ok) throw new Error(top.why);
    expect(top.entries.map(({ name, kind }) => [name, kind])).toEqual(
      expect.arrayContaining([
        ['Skýrslur & myndir', 'folder'],
        ['100 % kelp #1.txt', 'file'],
        ['empty.txt', 'file']
      ])
    );
    const folder = top.entries.find(({ kind, name }) => kind === 'folder' && name.startsWith('Ský'));
    const inside = await browseStore(school.ilse, folder?.path ?? '');
    expect(inside.ok && inside.entries.map(({ name }) => name)).toEqual(['pollur.csv']);
  });

  it('gives a copy of a file, byte for byte, and names one that is empty', async () => {
    expect(await copyFromStore(school.ilse, '/100 % kelp #1.txt', () => {}, never)).toMatchObject({
      ok: true,
      name: '100 % kelp #1.txt'
    });
    expect(await copyFromStore(school.ilse, '/Skýrslur & myndir/pollur.csv', () => {}, never)).toMatchObject({
      ok: true
    });
    expect(await copyFromStore(school.ilse, '/empty.txt', () => {}, never)).toEqual({ ok: false, why: 'empty-file' });
  });

  it('is asked for nothing above what was connected', async () => {
    for (const path of ['/../secret.txt', '/Skýrslur & myndir/../../secret.txt', '/./..', '\\..\\secret.txt'])
      expect(await copyFromStore(school.ilse, path, () => {}, never)).toEqual({ ok: false, why: 'gone' });
    expect(await browseStore(school.ilse, '/..')).toEqual({ ok: false, why: 'gone' });
  });
}

/** The files that each store has. */
const FILES: Record<string, string> = {
  '100 % kelp #1.txt': 'kelp',
  'empty.txt': '',
  'Skýrslur & myndir/pollur.csv': 'station;species\n1;kelp\n'
};

describe.each([
  ['Basic', 18080, { username: 'björn', password: 'kelp und öl' }],
  ['Digest', 18081, { username: 'ilse', password: 'kelp and rope' }]
] as const)('a store of the registry, by %s authentication', (how, port, who) => {
  let server: InstanceType<typeof dav.WebDAVServer>;
  beforeAll(async () => {
    const users = new dav.SimpleUserManager();
    const user = users.addUser(who.username, who.password, false);
    const privileges = new dav.SimplePathPrivilegeManager();
    privileges.setRights(user, '/', ['all']);
    const realm = 'store';
    server = new dav.WebDAVServer({
      httpAuthentication:
        how === 'Basic'
          ? new dav.HTTPBasicAuthentication(users, realm)
          : new dav.HTTPDigestAuthentication(users, realm),
      privilegeManager: privileges,
      requireAuthentification: true,
      port,
      hostname: '127.0.0.1'
    });
    const context = server.createExternalContext();
    const tree = {
      store: {
        '100 % kelp #1.txt': 'kelp',
        'empty.txt': '',
        'Skýrslur & myndir': { 'pollur.csv': FILES['Skýrslur & myndir/pollur.csv'] ?? '' }
      },
      'secret.txt': 'x'
    };
    await new Promise<void>((resolve, reject) =>
      server.rootFileSystem().addSubTree(context, tree, (error) => (error ? reject(error) : resolve()))
    );
    await server.startAsync(port);
  });
  afterAll(() => server.stopAsync());
  holdsFor(() => `http://127.0.0.1:${port}/store/`, who);
});

const APACHE = '/usr/sbin/apache2';
const MODULES = '/usr/lib/apache2/modules';

/** Where Debian's package is installed; without it the other store alone is spoken to. */
describe.skipIf(!existsSync(APACHE))('a store of Debian’s packages', () => {
  const folder = mkdtempSync(join(tmpdir(), 'vendro-dav-'));
  const who = { username: 'ingólfur', password: 'þari og reipi' };
  let child: ChildProcess;
  beforeAll(async () => {
    for (const [path, content] of Object.entries(FILES)) {
      mkdirSync(join(folder, 'store', path, '..'), { recursive: true });
      writeFileSync(join(folder, 'store', path), content);
    }
    writeFileSync(join(folder, 'secret.txt'), 'x');
    const hashed = execFileSync('openssl', ['passwd', '-apr1', '-stdin'], {
      input: who.password,
      encoding: 'utf8'
    }).trim();
    writeFileSync(join(folder, 'users'), `${who.username}:${hashed}\n`);
    execFileSync('chmod', ['-R', 'a+rwX', folder]);
    const modules = [
      'mpm_event',
      'authn_core',
      'authn_file',
      'authz_core',
      'authz_user',
      'auth_basic',
      'dav',
      'dav_fs',
      'mime'
    ];
    writeFileSync(
      join(folder, 'httpd.conf'),
      [
        ...modules.map((name) => `LoadModule ${name}_module ${MODULES}/mod_${name}.so`),
        `ServerRoot ${folder}`,
        'ServerName localhost',
        'Listen 127.0.0.1:18082',
        `PidFile ${folder}/pid`,
        `ErrorLog ${folder}/error.log`,
        'User www-data',
        'Group www-data',
        `DocumentRoot ${folder}`,
        `DavLockDB ${folder}/locks`,
        'TypesConfig /etc/mime.types',
        `<Directory ${folder}/store>`,
        'Dav On',
        'AuthType Basic',
        'AuthName store',
        `AuthUserFile ${folder}/users`,
        'Require valid-user',
        '</Directory>'
      ].join('\n')
    );
    child = spawn(APACHE, ['-f', join(folder, 'httpd.conf'), '-DFOREGROUND'], { stdio: 'ignore' });
    const answers = () =>
      fetch('http://127.0.0.1:18082/').then(
        () => true,
        () => false
      );
    for (let i = 0; i < 100 && !(await answers()); i++) await new Promise((resolve) => setTimeout(resolve, 100));
  });
  afterAll(() => {
    child.kill('SIGTERM');
    rmSync(folder, { recursive: true, force: true });
  });
  holdsFor(() => 'http://127.0.0.1:18082/store/', who);
});

describe('a store of no particular make', () => {
  let server: Server;
  let answer: Parameters<typeof createServer>[1];
  beforeAll(async () => {
    server = createServer((request, response) => answer?.(request as never, response as never));
    await new Promise<void>((resolve) => server.listen(18083, '127.0.0.1', resolve));
    expect((server.address() as AddressInfo).port).toBe(18083);
  });
  afterAll(() => server.close());
  const account = { url: 'http://127.0.0.1:18083/dav', username: 'ilse', password: 'x' };
  const multistatus = (rows: string) => `<?xml version="1.0"?><d:multistatus xmlns:d="DAV:">${rows}</d:multistatus>`;
  const row = (href: string, prop = '<d:resourcetype/>') =>
    `<d:response><d:href>${href}</d:href><d:propstat><d:prop>${prop}</d:prop><d:status>HTTP/1.1 200 OK</d:status></d:propstat></d:response>`;
  const FOLDER = '<d:resourcetype><d:collection/></d:resourcetype>';

  it('is asked for its folder with the slash at its end, without which some answer 405', async () => {
    const asked: string[] = [];
    answer = (request, response) => {
      asked.push(`${request.method} ${request.url} ${String(request.headers.depth)}`);
      if (!request.url?.endsWith('/')) return void response.writeHead(405).end();
      response.writeHead(207).end(multistatus(row('/dav/', FOLDER)));
    };
    expect(await connectStore(school.ilse, account)).toEqual({ ok: true });
    await browseStore(school.ilse, '/deep/in');
    expect(asked).toEqual(['PROPFIND /dav/ 1', 'PROPFIND /dav/deep/in/ 1']);
  });

  it('sends no password in clear text before it was asked for one', async () => {
    const seen: Array<string | undefined> = [];
    answer = (request, response) => {
      seen.push(request.headers.authorization);
      if (!request.headers.authorization)
        return void response
          .writeHead(401, { 'www-authenticate': 'Digest realm="s", nonce="n", qop="auth", algorithm=SHA-256' })
          .end();
      response.writeHead(207).end(multistatus(row('/dav/', FOLDER)));
    };
    expect(await connectStore(school.ilse, { ...account, password: 'clear as day' })).toEqual({ ok: true });
    expect(seen[0]).toBeUndefined();
    expect(seen[1]).toMatch(/^Digest /);
    expect(seen.join()).not.toContain(Buffer.from('ilse:clear as day').toString('base64'));
  });

  it('lists ten thousand files, and leaves out names that would lead elsewhere', async () => {
    const rows = Array.from({ length: 10_000 }, (_, i) =>
      row(
        `/dav/sample-${i}.csv`,
        `<d:resourcetype/><d:getcontentlength>${i}</d:getcontentlength><d:getlastmodified>Mon, 08 Mar 2027 10:00:00 GMT</d:getlastmodified><d:getetag>"${'x'.repeat(60)}"</d:getetag>`
      )
    );
    const hostile = ['/dav/%2e%2e', '/dav/..%2f..%2fetc', '/dav/a%5cb', '/dav/%00'].map((href) => row(href));
    answer = (_request, response) =>
      response.writeHead(207).end(multistatus(row('/dav/', FOLDER) + [...hostile, ...rows].join('')));
    const seen = await browseStore(school.ilse, '/');
    expect(seen.ok && seen.entries).toHaveLength(10_000);
  });

  it.each([
    [401, 'store-password'],
    [403, 'store-forbids'],
    [404, 'gone'],
    [405, 'no-store-there'],
    [500, 'store-error'],
    [503, 'store-error'],
    [200, 'no-store-there']
  ])('that answers %i is told apart: %s', async (status, why) => {
    answer = (_request, response) => response.writeHead(status).end('<html>hello</html>');
    expect(await browseStore(school.ilse, '/')).toEqual({ ok: false, why });
  });

  it('keeps name and password from whoever it sends us on to', async () => {
    answer = (_request, response) => response.writeHead(302, { location: 'http://127.0.0.1:18080/store/' }).end();
    expect(await browseStore(school.ilse, '/')).toMatchObject({ ok: false });
  });
});

describe('what is said to a store', () => {
  it('is what the standard’s own example says (RFC 7616, 3.9.1)', () => {
    const header = `Digest realm="http-auth@example.org", qop="auth, auth-int", algorithm=SHA-256, nonce="7ypf/xlj9XXwfDPEoM4URrv/xwf94BcCAzFZH4GiTo0v", opaque="FQhe/qaU925kfnzjCev0ciny7QMkPqMAFRtzCUYo5tdS"`;
    const md5 = header.replace('SHA-256', 'MD5');
    const mufasa = { username: 'Mufasa', password: 'Circle of Life' };
    const said = (text: string) => {
      const challenge = digestChallenge(text);
      if (!challenge) throw new Error('no challenge');
      return digest(
        mufasa,
        challenge,
        { method: 'GET', uri: '/dir/index.html' },
        'f2/wE4q74E6zIJEtWaHKaf5wv/H5QzzpXusqGemxURZJ'
      );
    };
    expect(said(`${md5}, ${header}`)).toContain(
      'response="753927fa0e85d155564e2e272a28d1802ca10daf4496794697cf8db5856cb6c1"'
    );
    expect(said(md5)).toContain('response="8ca523f5e9506fed4657c9700eebdbec"');
  });

  it('never leaves the store', () => {
    expect(addressOf('https://store.example/dav', '/a b/ü#1.txt').href).toBe(
      'https://store.example/dav/a%20b/%C3%BC%231.txt'
    );
    for (const path of ['/..', '/a/../b', '/.', 'a', '/a\\b', '/a\0']) expect(staysWithin(path)).toBe(false);
    for (const path of ['/', '/a..b/...', '/a']) expect(staysWithin(path)).toBe(true);
  });
});
