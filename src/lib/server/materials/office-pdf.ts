import { execFile } from 'node:child_process';
import { createReadStream, existsSync } from 'node:fs';
import { mkdtemp, readdir, rm, stat, symlink } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { promisify } from 'node:util';
import { z } from 'zod';
import { endingOf } from '$core/materials/file-kinds';
import { registerBlob } from '../blobs/register';
import { soundPath } from '../blobs/sound';
import { blobPath, storeBlob } from '../blobs/store';
import { clock } from '../clock';
import { config } from '../config';
import { execute, inTransaction, select } from '../db/connection';
import { log } from '../log';

const LARGEST = 50_000_000;
const TIME = 60_000;
/** Whoever began and has not come to an end after this long has died. */
const GIVEN_UP = 3 * TIME;
/** Address space of the converter, in bytes. */
const MEMORY = 3_000_000_000;

/** How far the PDF of an office file is. `none`: this machine cannot make one, or could not of this file. */
export type OfficePdf = { state: 'made'; sha256: string } | { state: 'making' } | { state: 'none' };

/**
 * The PDF that is made of an office file so that its pages can be shown, once for each blob. Begins to make it where
 * nobody has; one at a time on this machine, with limits on time and memory.
 */
export async function officePdf(file: { name: string; sha256: string }): Promise<OfficePdf> {
  const [known] = await select(
    z.object({ state: z.enum(['making', 'made', 'failed']), pdf: z.string().nullable() }),
    'select state, pdf_sha256 as pdf from blob_pdfs where sha256 = $1',
    [file.sha256]
  );
  if (known?.pdf) return { state: 'made', sha256: known.pdf };
  if (known?.state === 'failed') return { state: 'none' };
  if (!existsSync(config.officeProgram) || (await stat(blobPath(file.sha256))).size > LARGEST) return { state: 'none' };
  if (await begin(file.sha256)) queue = queue.then(() => make(file));
  return { state: 'making' };
}

let queue: Promise<void> = Promise.resolve();

/** Whether it is this process that makes it. */
async function begin(sha256: string): Promise<boolean> {
  const now = clock.now();
  const rows = await select(
    z.object({ sha256: z.string() }),
    `insert into blob_pdfs (sha256, state, asked_at) values ($1, 'making', $2)
     on conflict (sha256) do update set asked_at = excluded.asked_at
       where blob_pdfs.state = 'making' and blob_pdfs.asked_at < $3
     returning sha256`,
    [sha256, new Date(now), new Date(now - GIVEN_UP)]
  );
  return rows.length > 0;
}

async function make({ name, sha256 }: { name: string; sha256: string }): Promise<void> {
  const folder = await mkdtemp(join(tmpdir(), 'vendro-office-'));
  try {
    const source = join(folder, `document.${endingOf(name) || 'odt'}`);
    await symlink(await soundPath({ sha256, size: null }), source);
    // A profile of its own: nothing of one document stays for the next. A low priority: people come first.
    const convert = [
      '--headless',
      '--norestore',
      `-env:UserInstallation=file://${folder}/profile`,
      '--convert-to',
      'pdf'
    ];
    const limits = ['-n', '15', 'prlimit', `--as=${MEMORY}`, config.officeProgram];
    await promisify(execFile)('nice', [...limits, ...convert, '--outdir', folder, source], {
      timeout: TIME,
      killSignal: 'SIGKILL',
      env: { PATH: process.env.PATH, HOME: folder, LANG: 'C.UTF-8' }
    });
    const made = (await readdir(folder)).find((one) => one.endsWith('.pdf'));
    if (made === undefined) throw new Error('No PDF came out.');
    const blob = await storeBlob(createReadStream(join(folder, made)));
    if (blob.mediaType !== 'application/pdf') throw new Error('What came out is no PDF.');
    await inTransaction(async (tx) => {
      await registerBlob(blob, tx);
      await execute(
        "update blob_pdfs set state = 'made', pdf_sha256 = $2 where sha256 = $1",
        [sha256, blob.sha256],
        tx
      );
    });
  } catch (error) {
    log.info({ err: error, sha256 }, 'an office file could not be made a PDF');
    await execute("update blob_pdfs set state = 'failed' where sha256 = $1", [sha256]).catch(() => undefined);
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
}
