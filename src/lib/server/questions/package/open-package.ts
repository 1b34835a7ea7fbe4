import { randomUUID } from 'node:crypto';
import { readFile } from 'node:fs/promises';
import { posix } from 'node:path';
import { MOST_QUESTIONS } from '$core/questions/bounds';
import type { OpenedPackage } from '$core/questions/qti/opened';
import { readItem, readTest } from '$core/questions/qti/read';
import { readArchive } from '../../blobs/archive';

/** Bytes that a package may unpack to. */
const MOST_UNPACKED = 120_000_000;
const READ = /\.(xml|png|jpe?g|gif|webp|svg)$/i;

/** Opens a package of QTI 3 (a ZIP), or one item by itself. In a parsing process. @returns null where it is neither */
export async function openPackage(file: { path: string; name: string }): Promise<OpenedPackage | null> {
  const files = await filesOf(file);
  const xml = [...files].flatMap(([name, bytes]) =>
    /\.xml$/i.test(name) ? [{ name, text: bytes.toString('utf8') }] : []
  );
  const items = xml.filter(
    ({ text }) => text.includes('<qti-assessment-item ') || text.includes('<qti-assessment-item>')
  );
  if (items.length === 0) return null;
  const { minutes, oneByOne, placed } = orderIn(xml);
  const opened: OpenedPackage = { questions: [], unread: [], minutes, oneByOne };
  const place = (name: string) => placed.get(name)?.no ?? MOST_QUESTIONS;
  for (const { name, text } of [...items].sort((a, b) => place(a.name) - place(b.name)))
    take(opened, { name, text, optional: placed.get(name)?.optional ?? false, files });
  return opened;
}

async function filesOf({ path, name }: { path: string; name: string }): Promise<Map<string, Buffer>> {
  if (/\.xml$/i.test(name)) return new Map([[name, await readFile(path)]]);
  return readArchive(path, (file) => READ.test(file), MOST_UNPACKED).catch(() => new Map<string, Buffer>());
}

/** What a test says of its items: at which place each file stands, and whether it may be left out. */
function orderIn(xml: ReadonlyArray<{ name: string; text: string }>) {
  for (const { name, text } of xml) {
    const test = text.includes('<qti-assessment-test') ? readTest(text) : null;
    if (!test) continue;
    const { minutes, oneByOne, items } = test;
    const folder = posix.dirname(name);
    const placed = new Map(items.map(({ href, optional }, no) => [posix.join(folder, href), { no, optional }]));
    return { minutes, oneByOne, placed };
  }
  return { minutes: null, oneByOne: false, placed: new Map<string, { no: number; optional: boolean }>() };
}

interface Item {
  name: string;
  text: string;
  optional: boolean;
  files: ReadonlyMap<string, Buffer>;
}

/** Adds an item to what was opened, or the reason why it is not among it. */
function take(opened: OpenedPackage, { name, text, optional, files }: Item): void {
  const read = readItem(text, () => randomUUID().slice(0, 12));
  const title = read.title || name;
  const refuse = (why: string) => void opened.unread.push({ title, why });
  if ('unread' in read) return refuse(read.unread);
  if (opened.questions.length >= MOST_QUESTIONS) return refuse(`A place holds ${MOST_QUESTIONS} questions at most.`);
  const { question, picture } = read;
  const at = picture && posix.join(posix.dirname(name), decoded(picture.href));
  const bytes = at === null ? undefined : files.get(at);
  if (picture && !bytes) refuse('Its picture is not in the package.');
  if (question.kind === 'spot' && !bytes) return;
  const shown =
    picture && bytes ? { name: posix.basename(at ?? ''), alt: picture.alt, bytes: new Uint8Array(bytes) } : null;
  opened.questions.push({ question: { ...question, optional }, picture: shown });
}

function decoded(href: string): string {
  try {
    return decodeURIComponent(href);
  } catch {
    return href;
  }
}
