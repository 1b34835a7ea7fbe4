import { ESLint } from 'eslint';
import { expect, it } from 'vitest';

/** The floors are only worth something if the linter really stops who climbs. */
const eslint = new ESLint();

/** @param {string} filePath @param {string} code */
async function complaints(filePath, code) {
  const [result] = await eslint.lintText(code, { filePath });
  return (result?.messages ?? []).map((message) => message.ruleId);
}

it.each([
  [
    'src/lib/core/packets/custody.ts',
    "import { clock } from '$server/clock';\nclock.now();\n",
    'boundaries/dependencies'
  ],
  [
    'src/lib/core/packets/custody.ts',
    "import { database } from '../../server/db/connection';\ndatabase.close();\n",
    'boundaries/dependencies'
  ],
  ['src/lib/ui/desk/groups.ts', "import { clock } from '$server/clock';\nclock.now();\n", 'boundaries/dependencies'],
  [
    'src/lib/server/clock.ts',
    "import { drawBaton } from '$ui/packets/baton';\ndrawBaton;\n",
    'boundaries/dependencies'
  ],
  ['src/lib/server/clock.ts', "import { load } from '../../routes/+page.server';\nload;\n", 'boundaries/dependencies'],
  ['src/lib/core/packets/custody.ts', "import { draft } from '../assignments/draft';\ndraft;\n", 'rooms/in-order'],
  ['src/lib/server/blobs/store.ts', "export const later = () => import('../uploads/finish');\n", 'rooms/in-order'],
  ['src/lib/server/clock.ts', "import type { Tx } from './db/connection';\nexport type T = Tx;\n", 'rooms/in-order'],
  [
    'src/lib/server/nowhere/new.ts',
    "import type { Tx } from '../db/connection';\nexport type T = Tx;\n",
    'rooms/in-order'
  ],
  ['src/lib/core/packets/custody.ts', "import { readFile } from 'node:fs';\nreadFile;\n", 'no-restricted-imports'],
  ['src/lib/core/packets/custody.ts', 'export const now = () => Date.now();\n', 'no-restricted-syntax'],
  ['src/lib/server/rounds/submit.ts', 'export const now = () => new Date();\n', 'no-restricted-syntax']
])('stops %s from %j', async (file, code, rule) => {
  expect(await complaints(file, code)).toContain(rule);
});

it('lets imports point down', async () => {
  const down = "import { allowed } from '$core/packets/allowed';\nexport const rule = allowed;\n";
  expect(await complaints('src/lib/server/rounds/submit.ts', down)).toEqual([]);
  expect(await complaints('src/lib/ui/desk/groups.ts', down)).toEqual([]);
});
