import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { expect, it } from 'vitest';

const map = readFileSync('docs/architecture.md', 'utf8');

it('names for each rule a file that is there', () => {
  const [, table = ''] = map.split('## Where each rule is');
  const paths = [...(table.split('\n## ')[0] ?? '').matchAll(/\| `([^`]+)` \|$/gm)].map(([, path = '']) => path);
  expect(paths.length).toBeGreaterThan(25);
  expect(paths.filter((path) => !existsSync(join('src', 'lib', path)))).toEqual([]);
});

it('names nothing anywhere that is not there', () => {
  const named = [...map.matchAll(/`((?:core|server|ui|workers|routes)\/[a-z0-9/.-]+\.(?:ts|svelte))`/g)].map(
    ([, path = '']) => path
  );
  const places = (/** @type {string} */ path) => [join('src', 'lib', path), join('src', path)];
  expect(named.filter((path) => !places(path).some((place) => existsSync(place)))).toEqual([]);
});
