import type { Phrase } from '$core/remarks/phrases';
import { reachJson } from '$ui/forms/reach-json';
import type { Phrases } from '$ui/pieces/remarking.svelte';

const ADDRESS = '/marking/phrases';
const LATER = 'It could not be kept just now. Try again when the line is back.';

/** The reader's own phrases. */
export const phrases: Phrases = {
  async read() {
    const { told } = await reachJson<Phrase[]>(ADDRESS);
    if (told === null) throw new Error('The phrases were not answered.');
    return told;
  },
  async keep(body) {
    const { told } = await reachJson<{ ok: boolean; words?: string }>(ADDRESS, { body });
    return told?.ok ? null : (told?.words ?? LATER);
  },
  async touch(id, what) {
    await reachJson(ADDRESS, { id, what });
  }
};
