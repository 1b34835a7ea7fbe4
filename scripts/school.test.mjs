import { execFile } from 'node:child_process';
import { chmodSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { promisify } from 'node:util';
import { afterAll, expect, it } from 'vitest';
import { freePort } from './lib/ports.mjs';

const folder = () => {
  const made = mkdtempSync(join(tmpdir(), 'vendro-school-'));
  chmodSync(made, 0o755);
  return made;
};
const [data, kept, elsewhere] = [folder(), folder(), folder()];
afterAll(() => [data, kept, elsewhere].forEach((one) => rmSync(one, { recursive: true, force: true })));
const port = await freePort();

/** @param {string} script @param {string[]} args @param {string} where */
async function run(script, args, where) {
  const { DATABASE_URL: _url, ...env } = process.env;
  return promisify(execFile)(process.execPath, [`scripts/${script}.mjs`, ...args], {
    env: { ...env, VENDRO_DATA: where, PORT: String(port), ORIGIN: 'https://vendro.skerrow.example' }
  }).then(
    ({ stdout }) => ({ code: 0, said: stdout }),
    (error) => ({ code: error.code, said: error.stdout + error.stderr })
  );
}

const FLAGS = [
  ...['--name', 'Skerrow Upper School', '--zone', 'Atlantic/Faroe'],
  ...['--office-name', 'Petra Holm', '--office-account', 'petra', '--office-mail', 'petra@skerrow.example'],
  ...['--teacher-name', 'Odile Ferrante', '--teacher-account', 'odile', '--teacher-mail', 'odile@skerrow.example']
];

it('makes a school by one command, backs it up, and restores it into a new place', async () => {
  const missing = await run('school', FLAGS.slice(0, 4), data);
  expect(missing).toMatchObject({ code: 1, said: expect.stringContaining('--office-name, --office-account') });
  const wrong = await run(
    'school',
    FLAGS.map((flag) => (flag === 'Atlantic/Faroe' ? 'Sea/Skerrow' : flag)),
    data
  );
  expect(wrong).toMatchObject({ code: 1, said: expect.stringContaining('no time zone') });
  const made = await run('school', FLAGS, data);
  expect(made.code).toBe(0);
  expect(made.said.match(/https:\/\/vendro\.skerrow\.example\/password\/\S{20,}/g)).toHaveLength(2);
  const again = await run('school', FLAGS, data);
  expect(again).toMatchObject({ code: 1, said: expect.stringContaining('people here already') });
  expect(again.said).not.toMatch(/password\/\S/);

  expect(await run('backup', [], data)).toMatchObject({ code: 1, said: expect.stringContaining('Into which folder') });
  expect(await run('backup', [kept], data)).toMatchObject({
    code: 0,
    said: expect.stringContaining('Backed up as of')
  });
  const restored = await run('restore', [kept], elsewhere);
  expect(restored).toMatchObject({ code: 0, said: expect.stringContaining('0 receipts, each of which verifies') });
  expect((await run('school', FLAGS, elsewhere)).said).toContain('people here already');
});
