import { z } from 'zod';
import { BlobFacts } from '$core/materials/blob-facts';
import type { MadeFacts } from '$core/materials/made';
import { execute, select } from '../db/connection';
import { log } from '../log';
import { NotNow, TooCostly } from '../parsing/limits';
import { parseApart } from '../parsing/pool';
import { BlobDamaged } from './damage';
import { soundPath } from './sound';
import type { StoredBlob } from './store';

/** Raised when looking learns something new: what an older looking found is then looked at again. */
const BY = 8;

/**
 * What a look into stored bytes tells, taken once for each blob and kept.
 *
 * A file that cannot be looked into now is looked into by whoever asks next.
 */
export async function inspectBlob(blob: Pick<StoredBlob, 'sha256' | 'mediaType'>): Promise<BlobFacts> {
  const [known] = await select(
    z.object({ facts: BlobFacts }),
    'select facts from blob_facts where sha256 = $1 and by = $2',
    [blob.sha256, BY]
  );
  if (known) return known.facts;
  const facts = await look(blob);
  if (facts === null) return {};
  await keepFacts(blob.sha256, facts, LOOKED_ANEW);
  return facts;
}

/** Notes that reading a blob cost more than it may, so that nobody's opening it costs that once more. */
export async function noteTooCostly(sha256: string): Promise<void> {
  await keepFacts(sha256, { trouble: 'too-costly' }, 'blob_facts.facts || excluded.facts');
}

/** Notes what its maker's browser told of it, which a look into its bytes cannot tell. */
export async function noteMade(sha256: string, made: MadeFacts): Promise<void> {
  await keepFacts(sha256, { made }, 'blob_facts.facts || excluded.facts');
}

const LOOKED_ANEW = "excluded.facts || jsonb_strip_nulls(jsonb_build_object('made', blob_facts.facts->'made'))";

/** @param merged the SQL of what is kept where something is known already */
async function keepFacts(sha256: string, facts: BlobFacts, merged: string): Promise<void> {
  await execute(
    `insert into blob_facts (sha256, by, facts) select sha256, $2, $3 from blobs where sha256 = $1
     on conflict (sha256) do update set by = excluded.by, facts = ${merged}`,
    [sha256, BY, JSON.stringify(facts)]
  );
}

/** Null where it is the moment's fault that nothing is known. */
async function look({ sha256, mediaType }: Pick<StoredBlob, 'sha256' | 'mediaType'>): Promise<BlobFacts | null> {
  try {
    return await parseApart('facts', { path: await soundPath({ sha256, size: null }), mediaType });
  } catch (error) {
    log.info({ err: error, sha256 }, 'a file could not be looked into');
    if (error instanceof NotNow || error instanceof BlobDamaged) return null;
    return { trouble: error instanceof TooCostly ? 'too-costly' : 'damaged' };
  }
}
