import { execFile } from 'node:child_process';
import { fileURLToPath } from 'node:url';
import { promisify } from 'node:util';
import { z } from 'zod';
import { ensureBuilt } from '../../scripts/lib/fresh.mjs';

/** Something that can be asked of the server: a page, an endpoint's method, or a form action. */
const Address = z.object({
  /** The route as SvelteKit names it, such as `/assignments/[id=id]`. */
  route: z.string(),
  method: z.string(),
  /** The form action's name; `default` is the one without a name. */
  action: z.string().nullable()
});
export type Address = z.infer<typeof Address>;

const BUILT = fileURLToPath(new URL('../../.svelte-kit/output/server/manifest-full.js', import.meta.url));

/** Every address that the application answers, as it was built: a new one is tried as soon as it is there. */
export async function everyAddress(): Promise<Address[]> {
  await ensureBuilt();
  // In a process of its own: what is built brings its own connections and timers.
  const asked = ['--input-type=module', '--eval', LIST, BUILT];
  const { stdout } = await promisify(execFile)(process.execPath, asked, { maxBuffer: 8 * 1024 * 1024 });
  return z.array(Address).parse(JSON.parse(stdout));
}

const LIST = `
const { manifest } = await import(process.argv[1]);
const found = [];
for (const { id: route, page, endpoint } of manifest._.routes) {
  if (page) {
    found.push({ route, method: 'GET', action: null });
    const { server } = await manifest._.nodes[page.leaf]();
    for (const action of Object.keys(server?.actions ?? {})) found.push({ route, method: 'POST', action });
  }
  for (const method of endpoint ? Object.keys(await endpoint()) : [])
    if (/^[A-Z]+$/.test(method)) found.push({ route, method, action: null });
}
process.stdout.write(JSON.stringify(found), () => process.exit(0));
`;
