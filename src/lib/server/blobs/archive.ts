import { pipeline } from 'node:stream/promises';
import { Writable } from 'node:stream';
import yauzl, { type Entry, type ZipFile } from 'yauzl';
import { XmlBudget } from '../parsing/xml-budget';

const MOST_ENTRIES = 100_000;

/** An archive that holds more than it may, or more than it says. */
export class ArchiveTooLarge extends Error {}

/**
 * What an archive says of itself (APPNOTE 4.3.12, central directory), without unpacking it.
 *
 * @returns the bytes that it claims to unpack to, and whether any entry is under a password
 */
export async function measureArchive(path: string): Promise<{ claimed: number; locked: boolean }> {
  let claimed = 0;
  let locked = false;
  await eachEntry(path, async (entry) => {
    claimed += entry.uncompressedSize;
    locked ||= (entry.generalPurposeBitFlag & 1) === 1;
  });
  return { claimed, locked };
}

/**
 * Reads those files of an archive that are wanted, counting what really comes out of all of them together: bytes, and
 * elements of what is XML.
 *
 * @param wanted says of each name whether to read it
 * @param most   bytes that may come out
 * @throws ArchiveTooLarge as soon as more comes out, whatever the archive claims
 */
export async function readArchive(
  path: string,
  wanted: (name: string) => boolean,
  most: number
): Promise<Map<string, Buffer>> {
  const files = new Map<string, Buffer>();
  let total = 0;
  const budget = new XmlBudget();
  await eachEntry(path, async (entry, zip) => {
    if (!wanted(entry.fileName)) return;
    const chunks: Buffer[] = [];
    const sink = new Writable({
      write(chunk: Buffer, _encoding, done) {
        total += chunk.length;
        chunks.push(chunk);
        done(total > most ? new ArchiveTooLarge('This archive holds more than it may.') : spent(budget, chunk, entry));
      }
    });
    await pipeline(await zip.openReadStreamPromise(entry), sink);
    files.set(entry.fileName, Buffer.concat(chunks));
  });
  return files;
}

const XML = /\.(xml|rels)$/;

/** What is wrong where a stretch of XML goes beyond the budget. */
function spent(budget: XmlBudget, chunk: Buffer, { fileName }: Entry): Error | null {
  try {
    if (XML.test(fileName)) budget.take(chunk);
    return null;
  } catch (error) {
    return error as Error;
  }
}

/**
 * Whether an archive really unpacks to no more than so many bytes. Reads it through and keeps nothing.
 *
 * @throws TooCostly where its XML has more elements than may be read
 */
export async function unpacksWithin(path: string, most: number): Promise<boolean> {
  let total = 0;
  const budget = new XmlBudget();
  try {
    await eachEntry(path, async (entry, zip) => {
      const sink = new Writable({
        write(chunk: Buffer, _encoding, done) {
          total += chunk.length;
          done(
            total > most ? new ArchiveTooLarge('This archive holds more than it may.') : spent(budget, chunk, entry)
          );
        }
      });
      if (!entry.fileName.endsWith('/')) await pipeline(await zip.openReadStreamPromise(entry), sink);
    });
    return true;
  } catch (error) {
    if (error instanceof ArchiveTooLarge) return false;
    throw error;
  }
}

async function eachEntry(path: string, work: (entry: Entry, zip: ZipFile) => Promise<void>): Promise<void> {
  const zip = await yauzl.openPromise(path, { lazyEntries: true, autoClose: false, validateEntrySizes: true });
  try {
    if (zip.entryCount > MOST_ENTRIES) throw new ArchiveTooLarge('This archive holds too many files.');
    for await (const entry of zip.eachEntry()) await work(entry, zip);
  } finally {
    zip.close();
  }
}
