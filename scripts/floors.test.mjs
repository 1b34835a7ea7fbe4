import { spawnSync } from 'node:child_process';
import { cpSync, mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { dirname, join, resolve } from 'node:path';
import { tmpdir } from 'node:os';
import { ESLint } from 'eslint';
import { afterAll, beforeAll, expect, it } from 'vitest';

/** The floors are only worth something if the linter really stops who climbs. */
const CLIMBS = /** @type {const} */ ([
  ['src/lib/core/packets/a.ts', "import { clock } from '$server/clock';\nclock.now();\n", 'vendro(floors)'],
  [
    'src/lib/core/packets/b.ts',
    "import { database } from '../../server/db/connection';\ndatabase.close();\n",
    'vendro(floors)'
  ],
  ['src/lib/core/packets/o.ts', "export * from '$lib/server/clock';\n", 'vendro(floors)'],
  ['src/lib/ui/desk/c.ts', "import { clock } from '$server/clock';\nclock.now();\n", 'vendro(floors)'],
  ['src/lib/server/d.ts', "import { drawBaton } from '$ui/packets/baton';\ndrawBaton;\n", 'vendro(floors)'],
  ['src/lib/server/e.ts', "import { load } from '../../routes/+page.server';\nload;\n", 'vendro(floors)'],
  ['src/lib/workers/f.ts', "export * from '../ui/packets/baton';\n", 'vendro(floors)'],
  ['src/lib/core/packets/g.ts', "import { draft } from '../assignments/draft';\ndraft;\n", 'vendro(rooms)'],
  ['src/lib/server/blobs/h.ts', "export const later = () => import('../uploads/finish');\n", 'vendro(rooms)'],
  ['src/lib/server/i.ts', "import type { Tx } from './db/connection';\nexport type T = Tx;\n", 'vendro(rooms)'],
  [
    'src/lib/server/nowhere/j.ts',
    "import type { Tx } from '../db/connection';\nexport type T = Tx;\n",
    'vendro(rooms)'
  ],
  ['src/lib/core/packets/k.ts', "import { readFile } from 'node:fs';\nreadFile;\n", 'eslint(no-restricted-imports)'],
  ['src/lib/core/packets/l.ts', 'export const now = () => Date.now();\n', 'vendro(clock)'],
  ['src/lib/server/rounds/m.ts', 'export const now = () => new Date();\n', 'vendro(clock)'],
  ['src/lib/ui/desk/n.ts', "export const desk = () => fetch('/');\n", 'eslint(no-restricted-globals)']
]);
const DOWN = "import { allowed } from '$core/packets/allowed';\nexport const rule = allowed;\n";

/** A school of code with nothing in it but climbers, under our own rules. */
const folder = mkdtempSync(join(tmpdir(), 'vendro-floors-'));
/** @type {Map<string, string[]>} the rules that complained, by file */
const complaints = new Map();

beforeAll(() => {
  cpSync('.oxlintrc.json', join(folder, '.oxlintrc.json'));
  cpSync('scripts/lib', join(folder, 'scripts/lib'), { recursive: true });
  const down = ['src/lib/server/rounds/z.ts', 'src/lib/ui/desk/z.ts'].map((file) => [file, DOWN]);
  for (const [file = '', code = ''] of [...CLIMBS, ...down]) {
    mkdirSync(dirname(join(folder, file)), { recursive: true });
    writeFileSync(join(folder, file), code);
  }
  const { stdout } = spawnSync(resolve('node_modules/.bin/oxlint'), ['--format', 'json'], {
    cwd: folder,
    encoding: 'utf8'
  });
  for (const { filename, code } of JSON.parse(stdout).diagnostics)
    complaints.set(filename, [...(complaints.get(filename) ?? []), code]);
});
afterAll(() => rmSync(folder, { recursive: true }));

it.each(CLIMBS)('stops %s from %j', (file, _, rule) => {
  expect(complaints.get(file)).toContain(rule);
});

it('lets imports point down', () => {
  expect([...complaints.keys()].filter((file) => file.endsWith('z.ts'))).toEqual([]);
});

it('holds components to the same', async () => {
  const climbing = "<script>\n  import { clock } from '$server/clock';\n  clock.now();\n</script>\n";
  const [result] = await new ESLint().lintText(climbing, { filePath: 'src/lib/ui/desk/Climber.svelte' });
  expect(result?.messages.map((message) => message.ruleId)).toContain('vendro/floors');
});
