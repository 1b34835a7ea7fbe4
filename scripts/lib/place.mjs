import { dirname, join, relative, sep } from 'node:path';

const SRC = join(import.meta.dirname, '../../src');
/** The names of floors in `svelte.config.js`, and what SvelteKit itself names. */
const ALIAS = /^\$(?:lib\/)?(?=(core|server|ui|workers)\/)/;

/**
 * Where a file of the application lies. `src/routes` and `src/params` are the floor `routes`; a floor below `src/lib` has
 * rooms, and the room is null for what lies in none of them.
 *
 * @param {string} path @returns {{ floor: string, room: string | null } | null} null for what lies on no floor
 */
export function placeOf(path) {
  const [top = '', floor = '', room, ...rest] = relative(SRC, path).split(sep);
  if (top === 'routes' || top === 'params') return { floor: 'routes', room: null };
  if (top !== 'lib' || room === undefined) return null;
  return { floor, room: rest.length > 0 ? room : null };
}

/**
 * A rule for the linters that asks of each import whether it may go where it goes.
 *
 * @param {(from: { floor: string, room: string | null }, to: { floor: string, room: string | null }) => string | null} complaint
 * @returns {import('eslint').Rule.RuleModule}
 */
export function ruleOfImports(complaint) {
  return {
    meta: { type: 'problem', schema: [] },
    create(context) {
      const from = placeOf(context.filename);
      if (!from) return {};
      /** @param {import('estree').Node} node @param {unknown} specifier */
      const check = (node, specifier) => {
        const path = typeof specifier === 'string' ? pathOf(specifier, context.filename) : null;
        const to = path === null ? null : placeOf(path);
        const message = to && complaint(from, to);
        if (message) context.report({ node, message });
      };
      return {
        ImportDeclaration: (node) => check(node, node.source.value),
        ExportNamedDeclaration: (node) => node.source && check(node, node.source.value),
        ExportAllDeclaration: (node) => check(node, node.source.value),
        ImportExpression: (node) => check(node, 'value' in node.source ? node.source.value : null)
      };
    }
  };
}

/** @param {string} specifier @param {string} file that imports it @returns {string | null} null for a package */
function pathOf(specifier, file) {
  if (ALIAS.test(specifier)) return join(SRC, 'lib', specifier.replace(ALIAS, ''));
  return specifier.startsWith('.') ? join(dirname(file), specifier) : null;
}
