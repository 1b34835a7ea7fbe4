import { open, type FileHandle } from 'node:fs/promises';
import { MOST_UNPACKED } from '$core/materials/facts';
import type { BlobFacts } from '$core/materials/blob-facts';
import { fromMarkdown } from '$core/pages/markdown';
import { pageFacts } from '$core/pages/page-facts';
import { headText } from './head-text';
import { writingSet } from './writing-set';
import { measureArchive, readArchive } from '../blobs/archive';
import { pictureFacts } from '../blobs/picture-facts';
import { recordingFacts } from '../blobs/recording-facts';
import { findSpot } from '../blobs/spot/find-spot';

/**
 * What a look into a file's bytes tells. Only headers and ends are read, and archives are counted without being kept.
 *
 * @throws where the file is damaged
 */
export async function lookInto({ path, mediaType }: { path: string; mediaType: string }): Promise<BlobFacts> {
  const [type = ''] = mediaType.split(';');
  const facts = await lookAs(type, path);
  // A damaged one is looked at no further.
  const saysSpot = facts.trouble === undefined && (await findSpot({ path, mediaType: type })).length > 0;
  return saysSpot ? { ...facts, spot: true } : facts;
}

async function lookAs(type: string, path: string): Promise<BlobFacts> {
  if (type === 'application/pdf') return withFile(path, pdfFacts);
  if (type === 'application/x-cfb') return withFile(path, oldOfficeFacts);
  if (PICTURES.test(type)) return pictureFacts(path);
  if (RECORDINGS.test(type)) return recordingFacts(path);
  if (type === 'text/markdown') return writtenFacts(path);
  return ARCHIVES.test(type) ? archiveFacts(path, type) : {};
}

/** A page that was made of a starter knows what it asks. */
async function writtenFacts(path: string): Promise<BlobFacts> {
  const { text } = await headText(path);
  return text.includes('::: {') ? pageFacts(fromMarkdown(text)) : {};
}

const PICTURES = /^image\/(jpeg|png|apng|gif|webp|avif|tiff|heic|heif)$/;
const RECORDINGS = /^(audio|video)\//;
const WRITING = 'application/vnd.openxmlformats-officedocument.wordprocessingml.document';
const ARCHIVES = /^application\/(zip|vnd\.(openxmlformats|oasis\.opendocument).*)$/;

/**
 * A PDF ends with `startxref`, an offset and `%%EOF` (ISO 32000-1, 7.5.5), and names its encryption in the trailer
 * beside it or, where it is linearised, in the one at its beginning.
 */
async function pdfFacts(file: FileHandle, size: number): Promise<BlobFacts> {
  const start = await stretch(file, 0, 4096);
  const end = await stretch(file, Math.max(0, size - 16_384), 16_384);
  if (!/startxref\s+\d+\s+%%EOF/.test(end)) return { trouble: 'cut-off' };
  return /\/Encrypt\s+\d+\s+\d+\s+R/.test(start + end) ? { trouble: 'locked' } : {};
}

/** Office files under a password are kept in the container of older ones, in a stream of this name. */
async function oldOfficeFacts(file: FileHandle, size: number): Promise<BlobFacts> {
  const name = Buffer.from('EncryptedPackage', 'utf16le').toString('latin1');
  const around = (await stretch(file, 0, 65_536)) + (await stretch(file, Math.max(0, size - 65_536), 65_536));
  return around.includes(name) ? { trouble: 'locked' } : {};
}

async function archiveFacts(path: string, type: string): Promise<BlobFacts> {
  const { claimed, locked } = await measureArchive(path);
  if (locked) return { trouble: 'locked' };
  const unpacked = { bytes: claimed };
  if (claimed > MOST_UNPACKED) return { unpacked, trouble: 'unpacks-too-large' };
  return type === WRITING ? { unpacked, writing: await writingFacts(path) } : { unpacked };
}

/** More XML than this is no text that a person wrote. */
const MOST_XML = 40_000_000;
const PARTS = { document: 'word/document.xml', styles: 'word/styles.xml', theme: 'word/theme/theme1.xml' };

async function writingFacts(path: string): Promise<NonNullable<BlobFacts['writing']>> {
  const files = await readArchive(path, (name) => Object.values(PARTS).includes(name), MOST_XML);
  const part = (name: keyof typeof PARTS) => files.get(PARTS[name])?.toString('utf8') ?? '';
  return writingSet({ document: part('document'), styles: part('styles'), theme: part('theme') });
}

async function withFile(
  path: string,
  read: (file: FileHandle, size: number) => Promise<BlobFacts>
): Promise<BlobFacts> {
  const file = await open(path);
  try {
    return await read(file, (await file.stat()).size);
  } finally {
    await file.close();
  }
}

async function stretch(file: FileHandle, from: number, length: number): Promise<string> {
  const { bytesRead, buffer } = await file.read(Buffer.alloc(length), 0, length, from);
  return buffer.subarray(0, bytesRead).toString('latin1');
}
