import { execFile } from 'node:child_process';
import { existsSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { promisify } from 'node:util';
import { HtmlValidate } from 'html-validate';
import { z } from 'zod';

const run = promisify(execFile);
const JAVA = '/usr/bin/java';
const VNU = createRequire(import.meta.url)('vnu-jar') as string;

/** How a page is written, not what it is: templates leave such marks, and no reader meets them. */
const OF_STYLE = {
  'no-trailing-whitespace': 'off',
  'void-style': 'off',
  'attribute-boolean-style': 'off',
  'attribute-empty-style': 'off',
  'no-inline-style': 'off',
  'doctype-style': 'off'
} as const;

/**
 * What two validators of HTML find in pages: html-validate by its standard preset, and the Nu validator where there is Java.
 *
 * @param pages their HTML, by their paths
 * @returns one line for each finding; the same one of several pages is said once, with the first of them
 */
export async function invalidMarkup(pages: ReadonlyMap<string, string>): Promise<string[]> {
  const found = new Map<string, string>();
  const say = (path: string, finding: string) => {
    if (!found.has(finding)) found.set(finding, path);
  };
  const validator = new HtmlValidate({ extends: ['html-validate:standard'], rules: OF_STYLE });
  for (const [path, html] of pages)
    for (const { messages } of (await validator.validateString(html)).results)
      for (const { ruleId, message, line, column } of messages)
        say(path, `${ruleId}: ${message} ${around(html, line, column)}`);
  if (existsSync(JAVA)) for (const { path, message } of await nu(pages)) say(path, message);
  return [...found].map(([finding, path]) => `${path} ${finding}`);
}

/** Written since that validator was: several parts of a page of which one is open share a name (HTML, 4.11.1). */
const NEWER = 'Attribute “name” not allowed on element “details” at this point.';

const around = (html: string, line: number, column: number) =>
  html.split('\n')[line - 1]?.slice(Math.max(0, column - 40), column + 80) ?? '';

const Nu = z.object({
  messages: z.array(
    z.object({ type: z.string(), url: z.string().optional(), message: z.string(), extract: z.string().optional() })
  )
});

async function nu(pages: ReadonlyMap<string, string>): Promise<Array<{ path: string; message: string }>> {
  const folder = mkdtempSync(join(tmpdir(), 'vendro-markup-'));
  try {
    const paths = [...pages.keys()];
    const files = paths.map((path, index) => {
      const file = join(folder, `${index}.html`);
      writeFileSync(file, pages.get(path) ?? '');
      return file;
    });
    // It is done before a second compiler pays.
    const fast = ['-Xmx512m', '-XX:+UseSerialGC', '-XX:TieredStopAtLevel=1'];
    const command = [...fast, '-jar', VNU, '--format', 'json', '--errors-only', '--exit-zero-always', ...files];
    const { stderr } = await run(JAVA, command, { maxBuffer: 64 * 1024 * 1024 });
    return Nu.parse(JSON.parse(stderr))
      .messages.filter(({ message }) => message !== NEWER)
      .map(({ url = '', message, extract = '' }) => ({
        path: paths[Number(/(\d+)\.html$/.exec(url)?.[1] ?? 0)] ?? '',
        message: `Nu: ${message} ${extract.replaceAll('\n', ' ')}`
      }));
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}
