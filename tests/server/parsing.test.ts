import { execFileSync, spawn } from 'node:child_process';
import { once } from 'node:events';
import { existsSync, mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Readable } from 'node:stream';
import { setTimeout as pause } from 'node:timers/promises';
import { Document, Packer, Paragraph } from 'docx';
import { beforeAll, describe, expect, it, vi } from 'vitest';
import { storeBlob } from '$server/blobs/store';
import { registerBlob } from '$server/blobs/register';
import { inspectBlob } from '$server/blobs/inspect';
import { inTransaction } from '$server/db/connection';
import { previewOf } from '$server/materials/preview';
import { MOST_WAITING, NotNow, TooCostly } from '$server/parsing/limits';
import { parseApart } from '$server/parsing/pool';
import { askingFor } from '$server/parsing/who-asks';
import { readDocument } from '$server/reading/read-document';
import { hostileFiles, type HostileFile } from './hostile-files';

// What never ends is ended sooner, so that the test is not as endless.
vi.hoisted(() => (process.env.VENDRO_READING_SECONDS = '1.5'));

const folder = mkdtempSync(join(tmpdir(), 'vendro-parsing-'));

async function kept({ name, bytes }: HostileFile) {
  const blob = await storeBlob(Readable.from([bytes]));
  await inTransaction((tx) => registerBlob(blob, tx));
  return { ...blob, name };
}

/** The longest that this thread was held up while something was done. */
async function held(work: () => Promise<unknown>): Promise<number> {
  let longest = 0;
  let last = performance.now();
  const timer = setInterval(() => {
    const now = performance.now();
    longest = Math.max(longest, now - last - 5);
    last = now;
  }, 5);
  await work().finally(() => clearInterval(timer));
  return longest;
}

describe('files that are small and endless', () => {
  let files: HostileFile[] = [];
  beforeAll(async () => void (files = await hostileFiles()));

  it('are kept, shown or said to be too much, and hold nobody up', async () => {
    for (const file of files) {
      const blob = await kept(file);
      const all = async () => {
        await inspectBlob(blob);
        await readDocument(blob);
        const preview = await previewOf(blob);
        expect(preview.kind, file.name).toBeTruthy();
        if (preview.kind === 'unreadable') expect(preview.words ?? 'damaged', file.name).not.toBe('');
      };
      expect(await held(all), file.name).toBeLessThan(1000);
    }
  });

  it('leave the next file as readable as ever', async () => {
    const document = new Document({ sections: [{ children: [new Paragraph('Limpets keep to the upper shore.')] }] });
    const file = await kept({ name: 'report.docx', bytes: await Packer.toBuffer(document) });
    expect((await readDocument(file)).text).toContain('Limpets');
    expect(await previewOf(file)).toMatchObject({ kind: 'document' });
  });

  it('say why, and that they can be downloaded', async () => {
    const file = files.find(({ name }) => name === 'paragraphs.docx');
    if (!file) throw new Error('no such file');
    const preview = await previewOf(await kept(file));
    expect(preview).toMatchObject({ kind: 'unreadable' });
    expect(JSON.stringify(preview)).toContain('downloaded as it is');
  });
});

describe('the pool', () => {
  it('refuses text that is nested beyond what can be shown', async () => {
    await expect(parseApart('said-html', { html: '<blockquote>'.repeat(5000) })).rejects.toThrow(TooCostly);
    await expect(parseApart('brief', { markdown: '>'.repeat(200_000) })).rejects.toThrow(TooCostly);
    await expect(parseApart('said-html', { html: '<p>plain</p>' })).resolves.toEqual({
      html: '<p>plain</p>',
      text: 'plain'
    });
  });

  it('tells what a task throws from what it costs', async () => {
    const path = join(folder, 'broken.docx');
    writeFileSync(path, 'no archive at all');
    const failed = parseApart('sheets', { path }).catch((error: unknown) => error);
    expect(await failed).toBeInstanceOf(Error);
    expect(await failed).not.toBeInstanceOf(TooCostly);
  });

  it('lets people take turns, and lets nobody wait for ever more', async () => {
    const path = join(folder, 'lines.md');
    writeFileSync(path, '# Pools\n\n'.repeat(5000));
    const file = { path, name: 'lines.md', mediaType: 'text/plain' };
    const done: string[] = [];
    const ask = (who: string) => askingFor(who, () => parseApart('preview', file).then(() => done.push(who)));
    const many = Array.from({ length: 12 }, () => ask('teodor'));
    await pause(1);
    const one = ask('ilse');
    await Promise.all([...many, one]);
    expect(done.indexOf('ilse')).toBeLessThan(4);
    const flood = Array.from({ length: MOST_WAITING + 20 }, () =>
      askingFor('bram', () => parseApart('media-type', { path }).catch((error: unknown) => error))
    );
    const answers = await Promise.all(flood);
    expect(answers.filter((answer) => answer instanceof NotNow).length).toBeGreaterThan(0);
    expect(answers.filter((answer) => answer === 'text/plain').length).toBeGreaterThanOrEqual(MOST_WAITING);
  });
});

it('leaves no process behind when the server is killed in the middle of something that never ends', async () => {
  const script = `
    process.env.VENDRO_LOG = 'silent';
    const { parseApart } = await import('./src/lib/server/parsing/pool.ts');
    void parseApart('brief', { markdown: '['.repeat(190000) }).catch(() => undefined);
    void parseApart('preview', { path: ${JSON.stringify(join(folder, 'endless.md'))}, name: 'endless.md', mediaType: 'text/plain' }).catch(() => undefined);
    setTimeout(() => process.stdout.write('working'), 300);`;
  writeFileSync(join(folder, 'endless.md'), '*a **a '.repeat(28_000));
  const server = spawn(process.execPath, ['--import', 'tsx', '--input-type=module', '-e', script], {
    stdio: ['ignore', 'pipe', 'inherit']
  });
  await once(server.stdout, 'data');
  const children = () => {
    try {
      return execFileSync('pgrep', ['-P', String(server.pid), '-f', 'process.js'], { encoding: 'utf8' })
        .trim()
        .split('\n');
    } catch {
      return [];
    }
  };
  const working = children();
  expect(working.length).toBeGreaterThan(0);
  server.kill('SIGKILL');
  await once(server, 'exit');
  for (let i = 0; i < 50 && working.some((pid) => existsSync(`/proc/${pid}/cmdline`)); i++) await pause(40);
  // A zombie has no command line any more.
  const left = working.filter(
    (pid) => existsSync(`/proc/${pid}`) && readFileSync(`/proc/${pid}/cmdline`, 'utf8') !== ''
  );
  expect(left).toEqual([]);
});
