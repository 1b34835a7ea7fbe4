/**
 * A plugin of Vite that decides which modules of the browser's share a file. A bundler gives each set of pages a file for what
 * exactly they share, which makes a hundred files of a few hundred bytes each; a request costs more than that. So neighbours
 * are put together for as long as what some page saves in requests is worth more than what another reads for nothing.
 * Modules come before those that need them, so that no two files need each other.
 *
 * @returns {import('vite').Plugin}
 */
export function sharedChunks() {
  /** @type {Map<string, number>} */
  let chunkOf = new Map();
  return {
    name: 'shared-chunks',
    renderStart() {
      if (this.environment.config.consumer === 'client') chunkOf = shareOut(graphOf(this));
    },
    outputOptions(options) {
      if (this.environment.config.consumer !== 'client') return options;
      const groups = Array.from({ length: MOST_CHUNKS }, (_, place) => ({
        name: (/** @type {string} */ id) => (chunkOf.get(id) === place ? `shared-${place}` : null),
        priority: MOST_CHUNKS - place
      }));
      return { ...options, codeSplitting: { groups } };
    }
  };
}

const MOST_CHUNKS = 80;
/** What another request costs, in bytes of source: its headers, its turn, and what browser and server do for it (some 4 ms in all). */
const REQUEST = 24_000;
/**
 * What is put together with its neighbours is no heavier than this with all that it names: which of its imports it will need
 * once what nobody calls is gone, is known only later, and a heavy one would come along for one line.
 */
const LIGHT = 60_000;
/** How often something is read that is fetched only when it is used, beside a page. */
const SELDOM = 0.25;
/** What every page loads: the frame around it, and the page for what went wrong. */
const ALWAYS = /\/(client-optimized\/(app|nodes\/[01])\.js|runtime\/client\/entry\.js)$/;

/**
 * Modules as this needs them.
 *
 * @typedef {{ id: string, size: number, imports: readonly string[], entry: 'page' | 'seldom' | 'always' | null }} Module
 * @typedef {{ readers: bigint, size: number, ids: string[] }} Chunk
 */

/** @param {{ getModuleIds(): IterableIterator<string>, getModuleInfo(id: string): any }} bundle @returns {Module[]} */
function graphOf(bundle) {
  return [...bundle.getModuleIds()].flatMap((id) => {
    const info = bundle.getModuleInfo(id);
    if (!info || info.isExternal) return [];
    const entry = ALWAYS.test(id)
      ? 'always'
      : info.isEntry || id.includes('/client-optimized/nodes/')
        ? 'page'
        : info.dynamicImporters.length > 0
          ? 'seldom'
          : null;
    return [{ id, size: info.code?.length ?? 0, imports: info.importedIds, entry }];
  });
}

/**
 * The place of each module's chunk, those that most pages read first. Modules of one reader alone have none: they stay with it.
 *
 * @param {readonly Module[]} modules
 * @returns {Map<string, number>}
 */
export function shareOut(modules) {
  const byId = new Map(modules.map((module) => [module.id, module]));
  const entries = modules.filter(({ entry }) => entry !== null);
  const readersOf = new Map(modules.map(({ id }) => [id, 0n]));
  entries.forEach(({ id }, place) => {
    for (const read of closureOf(id, byId)) readersOf.set(read, (readersOf.get(read) ?? 0n) | (1n << BigInt(place)));
  });
  const always = maskOf(entries, 'always');
  const everybody = (1n << BigInt(entries.length)) - 1n;
  const weigh = weightBy(maskOf(entries, 'page') | always, maskOf(entries, 'seldom'));
  /** @type {Map<bigint, Chunk>} */
  const chunks = new Map();
  const isAlways = (/** @type {string} */ id) => ((readersOf.get(id) ?? 0n) & always) !== 0n;
  const sizeWith = (/** @type {string} */ id) =>
    [...closureOf(id, byId)].reduce((sum, one) => sum + (isAlways(one) ? 0 : (byId.get(one)?.size ?? 0)), 0);
  for (const { id, size, entry } of modules) {
    const readers = isAlways(id) ? everybody : (readersOf.get(id) ?? 0n);
    if (entry !== null || (readers & (readers - 1n)) === 0n) continue;
    if (!isAlways(id) && sizeWith(id) > LIGHT) continue;
    const chunk = chunks.get(readers) ?? { readers, size: 0, ids: [] };
    chunk.size += size;
    chunk.ids.push(id);
    chunks.set(readers, chunk);
  }
  const together = [...putTogether([...chunks.values()], weigh)].sort((a, b) => weigh(b.readers) - weigh(a.readers));
  return new Map(together.slice(0, MOST_CHUNKS).flatMap(({ ids }, place) => ids.map((id) => [id, place])));
}

/** @param {readonly Chunk[]} chunks @param {(readers: bigint) => number} weigh @returns {readonly Chunk[]} */
function putTogether(chunks, weigh) {
  /** @type {{ gain: number, pair: Chunk[] }} */
  let best = { gain: 0, pair: [] };
  chunks.forEach((one, place) => {
    for (const other of chunks.slice(place + 1)) {
      const gain = gainOf(one, other, weigh);
      if (gain > best.gain) best = { gain, pair: [one, other] };
    }
  });
  if (best.pair.length === 0) return chunks;
  const joined = best.pair.reduce((one, other) => ({
    readers: one.readers | other.readers,
    size: one.size + other.size,
    ids: [...one.ids, ...other.ids]
  }));
  return putTogether([...chunks.filter((chunk) => !best.pair.includes(chunk)), joined], weigh);
}

/** What all readers together save by two chunks being one. @param {Chunk} a @param {Chunk} b @param {(readers: bigint) => number} weigh */
const gainOf = (a, b, weigh) =>
  weigh(a.readers) * (a.size + REQUEST) +
  weigh(b.readers) * (b.size + REQUEST) -
  weigh(a.readers | b.readers) * (a.size + b.size + REQUEST);

/** @param {bigint} often @param {bigint} seldom */
function weightBy(often, seldom) {
  /** @type {Map<bigint, number>} */
  const known = new Map();
  return (/** @type {bigint} */ readers) => {
    const weight = known.get(readers) ?? count(readers & often) + SELDOM * count(readers & seldom);
    known.set(readers, weight);
    return weight;
  };
}

/** @param {bigint} bits */
const count = (bits) => bits.toString(2).replaceAll('0', '').length;

/** @param {readonly Module[]} entries @param {Module['entry']} kind */
const maskOf = (entries, kind) =>
  entries.reduce((mask, { entry }, place) => (entry === kind ? mask | (1n << BigInt(place)) : mask), 0n);

/** All that is read with a module. @param {string} id @param {ReadonlyMap<string, Module>} byId */
function closureOf(id, byId) {
  const seen = new Set([id]);
  for (const one of seen) for (const next of byId.get(one)?.imports ?? []) if (byId.has(next)) seen.add(next);
  return seen;
}
