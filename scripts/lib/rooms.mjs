import { dirname, join, relative, sep } from 'node:path';

/**
 * The rooms of each floor, lowest first. A room may use those that stand before it, so that no circle comes to be: whoever
 * wants to understand one reads what stands before it and nothing else. Files that lie in no room (the clock, the settings
 * of the process) stand below all rooms of their floor and use none.
 */
export const ROOMS = {
  core: (
    'time sheets drawings forms live people parties school search judging capture scans recordings materials lateness links mail pages portfolio questions pieces remarks packets courses plan ' +
    'calendar receipts rounds shelf threads peers assignments marking grades checks tidings reminders family refusals'
  ).split(' '),
  server: (
    'db live mail auth people parsing parties offices tidings blobs pdf rich-text standins links reading questions pages materials pieces lines ' +
    'shelf packets receipts threads courses assignments checks rounds gathering portfolio together uploads marking grades peers plan calendar reminders family own search sources school ' +
    'jobs backup parser'
  ).split(' '),
  ui: (
    'served time icons forms primitives tables rich live workers capture scans recordings people parties plan school judging rubric links materials ' +
    'tidings uploads questions remarks ' +
    'combine checks receipts shelf threads sheets drawings pages portfolio pieces packets courses rounds peers marking desk grades search shell assignments authoring family'
  ).split(' ')
};

const LIB = join(import.meta.dirname, '../../src/lib');
const ALIAS = /^\$(core|server|ui)\//;

/** Where a file lies: its floor and room. Null outside `src/lib`; the room is null where it lies in none. */
function placeOf(/** @type {string} */ path) {
  const [floor = '', room, ...rest] = relative(LIB, path).split(sep);
  if (!(floor in ROOMS)) return null;
  return { floor: /** @type {keyof typeof ROOMS} */ (floor), room: rest.length > 0 ? (room ?? null) : null };
}

/**
 * A rule for the linter: imports between the rooms of one floor point to rooms that stand before.
 *
 * @type {import('eslint').Rule.RuleModule}
 */
export const roomsInOrder = {
  meta: { type: 'problem', schema: [] },
  create(context) {
    const here = placeOf(context.filename);
    if (!here) return {};
    const check = (/** @type {import('estree').Node} */ node, /** @type {unknown} */ specifier) => {
      if (typeof specifier !== 'string') return;
      const path = ALIAS.test(specifier)
        ? join(LIB, specifier.slice(1))
        : specifier.startsWith('.')
          ? join(dirname(context.filename), specifier)
          : null;
      const there = path === null ? null : placeOf(path);
      if (!there || there.floor !== here.floor || there.room === here.room || there.room === null) return;
      const order = ROOMS[here.floor];
      const [from, to] = [here.room === null ? -1 : order.indexOf(here.room), order.indexOf(there.room)];
      if (to === -1 || (here.room !== null && from === -1))
        context.report({ node, message: 'This room has no place in scripts/lib/rooms.mjs.' });
      else if (to > from)
        context.report({
          node,
          message: `${here.room ?? 'What lies in no room'} stands before ${there.room} on its floor, so it cannot use it (scripts/lib/rooms.mjs).`
        });
    };
    return {
      ImportDeclaration: (node) => check(node, node.source.value),
      ExportNamedDeclaration: (node) => node.source && check(node, node.source.value),
      ExportAllDeclaration: (node) => check(node, node.source.value),
      ImportExpression: (node) => check(node, 'value' in node.source ? node.source.value : null)
    };
  }
};
