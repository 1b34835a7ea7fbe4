import { readdirSync, readFileSync } from 'node:fs';
import { join, relative } from 'node:path';

/** Something that can be asked of the server: a page, an endpoint's method, or a form action. */
export interface Address {
  /** The route as SvelteKit names it, such as `/assignments/[id=id]`. */
  route: string;
  method: string;
  /** The form action's name; `default` is the one without a name. */
  action: string | null;
}

const ROUTES = 'src/routes';
const METHODS = /export (?:const|async function|function) (GET|POST|PUT|PATCH|DELETE|OPTIONS|HEAD)\b/g;

/** Every address that the sources offer, found in them, so that a new one is tried as soon as it is written. */
export async function everyAddress(actionsOf: (file: string) => Promise<string[]>): Promise<Address[]> {
  const found: Address[] = [];
  for (const entry of readdirSync(ROUTES, { recursive: true, withFileTypes: true })) {
    const file = join(entry.parentPath, entry.name);
    const route = `/${relative(ROUTES, entry.parentPath)}`.replace(/\/$/, '') || '/';
    if (entry.name === '+page.svelte' || (entry.name === '+page.server.ts' && !hasPage(entry.parentPath)))
      found.push({ route, method: 'GET', action: null });
    if (entry.name === '+server.ts') {
      const text = readFileSync(file, 'utf8');
      for (const [, method = ''] of text.matchAll(METHODS)) found.push({ route, method, action: null });
    }
    if (entry.name === '+page.server.ts')
      for (const action of await actionsOf(file)) found.push({ route, method: 'POST', action });
  }
  return found;
}

const hasPage = (folder: string) => readdirSync(folder).includes('+page.svelte');
