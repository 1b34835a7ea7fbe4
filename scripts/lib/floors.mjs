import { ruleOfImports } from './place.mjs';

/** Which floor may import which: imports only ever point down (docs/architecture.md). @type {Record<string, string[]>} */
const FLOORS = {
  routes: ['routes', 'ui', 'server', 'core'],
  ui: ['ui', 'workers', 'core'],
  server: ['server', 'core'],
  workers: ['workers', 'core'],
  core: ['core']
};

/** A rule for the linters: no floor uses one that stands above it, nor one beside it that is not meant for it. */
export const importsPointDown = ruleOfImports((from, to) =>
  FLOORS[from.floor]?.includes(to.floor)
    ? null
    : `${from.floor} may not use what is ${to.floor} (docs/architecture.md).`
);
