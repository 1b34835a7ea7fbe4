import { spawn } from 'node:child_process';
import { once } from 'node:events';
import { config } from '../config';
import { database } from '../db/connection';
import { NoBackup, readManifest } from './backup-folder';
import { restoreBackup, restoreBlobs } from './restore-backup';
import { verifyReceipts } from './verify-receipts';
import { writeBackup } from './write-backup';

/** `backup.command.ts write|restore|mend FOLDER BIN`: BIN is the folder of PostgreSQL's programs. */
const [, , what = '', folder = '', bin = ''] = process.argv;

/** Runs one of PostgreSQL's programs; the password goes by the environment. */
async function tool(name: string, args: string[]): Promise<void> {
  const { username, password, hostname, port, pathname } = new URL(config.databaseUrl);
  const where = ['-U', decodeURIComponent(username), '-h', hostname, '-p', port || '5432', '-d', pathname.slice(1)];
  const env = { ...process.env, PGPASSWORD: decodeURIComponent(password) };
  const child = spawn(`${bin}/${name}`, [...where, ...args], { stdio: ['ignore', 'ignore', 'pipe'], env });
  let said = '';
  child.stderr.on('data', (text: Buffer) => (said += text.toString()));
  const [code] = (await once(child, 'exit')) as [number | null];
  if (code !== 0) throw new Error(`${name} failed: ${said}`);
}

const HOW = ['--no-owner', '--no-privileges'];

/** @returns what is to be said, and whether all is well */
async function perform(): Promise<{ lines: string[]; well: boolean }> {
  if (what === 'write') {
    const { blobs, bytes, damaged, at } = await writeBackup(folder, (snapshot, path) =>
      tool('pg_dump', [...HOW, '--format=custom', `--snapshot=${snapshot}`, `--file=${path}`])
    );
    const lines = [`Backed up as of ${at}: the database and ${blobs} files (${(bytes / 1e6).toFixed(1)} MB).`];
    if (damaged.length > 0) lines.push(`${damaged.length} files are damaged where they are kept, and not in it.`);
    return { lines, well: damaged.length === 0 };
  }
  if (what === 'mend') {
    await readManifest(folder);
    const { mended, missing } = await restoreBlobs(folder);
    return {
      lines: [`${mended} files were mended. ${missing.length} are not in this backup either.`],
      well: missing.length === 0
    };
  }
  const manifest = await restoreBackup(folder, (dump) => tool('pg_restore', [...HOW, '--exit-on-error', dump]));
  const { receipts, problems } = await verifyReceipts();
  const lines = [
    `Restored as of ${manifest.at}: ${manifest.blobs} files.`,
    `${receipts} receipts, ${receipts === 0 || problems.length === 0 ? 'each of which verifies' : 'not all of which verify'}.`
  ];
  return { lines: [...lines, ...problems.slice(0, 50)], well: problems.length === 0 };
}

try {
  const { lines, well } = await perform();
  process.stdout.write(`${lines.join('\n')}\n`);
  process.exitCode = well ? 0 : 1;
} catch (error) {
  if (!(error instanceof NoBackup)) throw error;
  process.stderr.write(`${error.message}\n`);
  process.exitCode = 2;
} finally {
  await database.close();
}
