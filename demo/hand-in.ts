import { basename } from 'node:path';
import { createReadStream, existsSync, readFileSync } from 'node:fs';
import { Readable } from 'node:stream';
import { Document, Packer, Paragraph } from 'docx';
import { PDFDocument, StandardFonts } from 'pdf-lib';
import sharp from 'sharp';
import { MadeFacts } from '../src/lib/core/materials/made';
import type { Wants } from '../src/lib/core/pieces/wanted';
import type { Actor } from '../src/lib/core/people/policy';
import { inspectBlob, noteMade } from '../src/lib/server/blobs/inspect';
import { storeBlob } from '../src/lib/server/blobs/store';
import { config } from '../src/lib/server/config';
import { captionPiece } from '../src/lib/server/gathering/caption-piece';
import { addLink } from '../src/lib/server/gathering/attach-link';
import { declareSite } from '../src/lib/server/links/own-site';
import { addFile } from '../src/lib/server/gathering/pieces';
import { dice } from './classmates';
import { answerQuestions, fillStarter, type PreparedPlace } from './fill-in';
import { demoFile } from './read-world';

/** Puts a file of demo/files into a place. What was captured has what was noted of it beside it, and what is said in it. */
export async function addDemoFile(student: Actor, assignmentId: string, deliverableId: string | null, file: string) {
  const blob = await storeBlob(createReadStream(demoFile(file)));
  const beside = (ending: string) => {
    const path = demoFile(file.replace(/[^.]+$/, ending));
    return existsSync(path) ? readFileSync(path, 'utf8') : null;
  };
  const noted = beside('made.json');
  const made = noted === null ? null : MadeFacts.parse(JSON.parse(noted));
  const came = made === null ? 'upload' : made.scan ? 'scanned' : 'recorded';
  const added = await addFile(student, { assignmentId, deliverableId, name: basename(file), blob, key: null, came });
  await inspectBlob(blob);
  if (made) await noteMade(blob.sha256, made);
  const captions = beside('vtt');
  if (captions === null || !added.ok) return added;
  return captionPiece(student, { assignmentId, pieceId: added.pieceId, captions });
}

/** Puts a page of the simulated site into a place, kept knowingly where it is not fine. */
export async function addDemoLink(student: Actor, assignmentId: string, deliverableId: string | null, path: string) {
  const url = `http://127.0.0.1:${config.sitePort ?? 80}${path}`;
  await declareSite(student, { url: new URL('.', url).href });
  return addLink(student, { assignmentId, deliverableId, url, title: '', knowingly: true, key: `demo ${path}` });
}

/** Fills a place with what a classmate made for it: as many pieces as it wants, of a type that it takes. */
export async function fillPlace(
  student: Actor,
  assignmentId: string,
  place: PreparedPlace & { wants: Wants },
  work: { text: string; by: string }
): Promise<void> {
  if (place.wants.kinds?.every((kind) => kind === 'link')) {
    await addDemoLink(student, assignmentId, place.id, '/notebooks/teodor/tide-gauge');
    return;
  }
  const name = `${place.title}, ${work.by}`;
  const given = place.starter
    ? await fillStarter(student, assignmentId, place, { name, answers: WORDS })
    : place.questions && (await answerQuestions(student, assignmentId, place, { name, chance: dice(name) }));
  if (typeof given === 'object') {
    if (!given.ok) throw new Error(`${name} was refused: ${given.why}`);
    return;
  }
  const count = place.wants.howMany?.from ?? 1;
  for (let i = 0; i < count; i++) {
    const text = count > 1 ? `${work.text}\n${i + 1} of ${count}\n` : work.text;
    const made = await make(place.wants.types ?? ['txt'], text);
    const blob = await storeBlob(Readable.from([made.bytes]));
    const name = `${place.title}${count > 1 ? ` ${i + 1}` : ''}, ${work.by}.${made.ending}`;
    const added = await addFile(student, { assignmentId, deliverableId: place.id, name, blob, key: null });
    if (!added.ok) throw new Error(`${name} was refused: ${added.why}`);
    await inspectBlob(blob);
  }
}

/** What a classmate answers, in whatever is asked. */
const WORDS = [
  'The boat is late, and nobody says so. I would keep the line about the bell.',
  'The letter is read aloud, but not to the end. Who wrote the rest?',
  'The water goes out further than it should.',
  'The lamp is lit by somebody else.'
];

async function make(types: string[], text: string): Promise<{ ending: string; bytes: Uint8Array }> {
  const [ending = 'txt'] = ['txt', 'csv', 'md', 'pdf', 'docx', 'jpg', 'png'].filter((one) => types.includes(one));
  return { ending, bytes: (await MAKERS[ending]?.(text)) ?? Buffer.from(text) };
}

const MAKERS: Record<string, (text: string) => Promise<Uint8Array>> = {
  async pdf(text) {
    const pdf = await PDFDocument.create();
    const font = await pdf.embedFont(StandardFonts.Helvetica);
    pdf.addPage().drawText(text, { x: 60, y: 760, size: 12, font });
    return pdf.save();
  },
  docx: (text) =>
    Packer.toBuffer(new Document({ sections: [{ children: text.split('\n').map((line) => new Paragraph(line)) }] })),
  jpg: (text) => sharp(picture(text)).jpeg().toBuffer(),
  png: (text) => sharp(picture(text)).png().toBuffer()
};

function picture(text: string): Buffer {
  const lines = text.split('\n').map((line, i) => `<text x="30" y="${60 + i * 30}" font-size="20">${line}</text>`);
  return Buffer.from(
    `<svg xmlns="http://www.w3.org/2000/svg" width="600" height="400"><rect width="600" height="400" fill="#cfd8d3"/>${lines.join('')}</svg>`
  );
}
