import { describe, expect, it } from 'vitest';
import { shareOut } from './shared-chunks.mjs';

/** @typedef {import('./shared-chunks.mjs').Module} Module */

/** @param {string} id @param {number} size @param {string[]} [imports] @param {Module['entry']} [entry] @returns {Module} */
const module = (id, size, imports = [], entry = null) => ({ id, size, imports, entry });
/** @param {string} id @param {string[]} imports */
const page = (id, ...imports) => module(id, 1000, imports, 'page');

describe('which modules of the browser share a file', () => {
  it('puts what every page loads into one file, whoever else asks for it', () => {
    const places = shareOut([
      module('frame', 1000, ['runtime', 'bar'], 'always'),
      module('runtime', 90_000),
      module('bar', 300, ['runtime']),
      page('desk', 'runtime'),
      page('shelf')
    ]);
    expect([places.get('runtime'), places.get('bar')]).toEqual([0, 0]);
  });

  it('leaves what one page alone reads with that page', () => {
    const places = shareOut([page('desk', 'rows'), page('shelf'), module('rows', 500)]);
    expect(places.has('rows')).toBe(false);
    expect(places.has('desk')).toBe(false);
  });

  it('puts small neighbours together, so that fewer files are asked for', () => {
    const places = shareOut([
      page('desk', 'when', 'owner'),
      page('shelf', 'when', 'names'),
      page('grades', 'owner', 'names'),
      ...['when', 'owner', 'names'].map((id) => module(id, 200))
    ]);
    expect(new Set(places.values()).size).toBe(1);
  });

  it('does not make a page read much that it has no use for', () => {
    const places = shareOut([
      page('desk', 'when'),
      page('shelf', 'when', 'table'),
      page('grades', 'table'),
      ...['plan', 'board', 'marking'].map((id) => page(id, 'when')),
      module('when', 200),
      module('table', 40_000)
    ]);
    expect(places.get('table')).not.toBe(places.get('when'));
  });

  it('leaves the bundler to decide about what names something heavy, of which it may need one line', () => {
    const places = shareOut([
      page('desk', 'starter'),
      page('shelf', 'starter'),
      module('starter', 300, ['editor']),
      module('editor', 300_000)
    ]);
    expect(places.size).toBe(0);
  });

  it('brings what is needed before what needs it', () => {
    const pages = ['desk', 'shelf', 'grades', 'plan'];
    const places = shareOut([
      ...pages.map((id, place) => page(id, 'words', ...(place < 2 ? ['row'] : []))),
      module('row', 40_000, ['words']),
      module('words', 20_000)
    ]);
    expect(places.get('words')).toBeLessThan(places.get('row') ?? Infinity);
  });
});
