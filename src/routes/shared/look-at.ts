import { invalidateAll } from '$app/navigation';
import type { Preview } from '$core/materials/preview';
import { fileAddress, lookAddress } from '$core/materials/source';

/**
 * What can be shown of a file in place, by the address at which it stands. Having looked at a material may meet a
 * must-do item, so the page is then read anew.
 */
export async function lookAt(file: string): Promise<Preview> {
  const known = seen.get(file);
  seen.delete(file);
  const preview = await (known ?? ask(file));
  if (file.startsWith(fileAddress('materials', ''))) void invalidateAll();
  return preview;
}

/** Asks for what will be looked at next, so that it is there by then. Only for submitted files, which never change. */
export function lookAhead(files: readonly string[]): void {
  for (const file of files) {
    if (seen.has(file)) continue;
    const coming = ask(file);
    seen.set(file, coming);
    // Nobody waits for it yet: whoever does asks again.
    coming.catch(() => seen.delete(file));
  }
  for (const old of [...seen.keys()].slice(0, -MOST_AHEAD)) seen.delete(old);
}

const seen = new Map<string, Promise<Preview>>();
const MOST_AHEAD = 12;

async function ask(file: string): Promise<Preview> {
  const answer = await fetch(lookAddress(file));
  if (!answer.ok) throw new Error('The file was not answered.');
  return (await answer.json()) as Preview;
}
