import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { chromium } from '@playwright/test';
import { Document, Packer, Paragraph, HeadingLevel } from 'docx';
import { PDFDocument, StandardFonts, rgb } from 'pdf-lib';
import sharp from 'sharp';
import { dice } from './classmates';

/**
 * Draws the small files that the demo's people hand in: `node --import tsx demo/render-files.ts`.
 *
 * They are kept in the repository; this is how they were made. Nothing in them shows a real person or place.
 */
const save = (name: string, bytes: Uint8Array | string) =>
  writeFileSync(join(import.meta.dirname, 'files', name), bytes);

async function docx(name: string, title: string, lines: string[]) {
  const children = [
    new Paragraph({ text: title, heading: HeadingLevel.HEADING_1 }),
    ...lines.map((text) => new Paragraph({ text }))
  ];
  save(name, await Packer.toBuffer(new Document({ title, creator: 'Ilse Varga', sections: [{ children }] })));
}

async function pdf(name: string, title: string, lines: string[], photo?: Buffer) {
  const document = await PDFDocument.create();
  document.setTitle(title);
  document.setCreationDate(new Date('2027-01-01T00:00:00Z'));
  const page = document.addPage([595, 842]);
  const font = await document.embedFont(StandardFonts.Helvetica);
  page.drawText(title, { x: 56, y: 770, size: 20, font, color: rgb(0.07, 0.26, 0.31) });
  lines.forEach((line, i) => page.drawText(line, { x: 56, y: 735 - i * 20, size: 11, font }));
  if (photo) page.drawImage(await document.embedJpg(photo), { x: 56, y: 90, width: 360, height: 270 });
  save(name, await document.save());
}

/** A made-up photograph: light, water, stones. */
async function photograph(seed: string): Promise<Buffer> {
  const chance = dice(seed);
  const stones = Array.from({ length: 60 }, () => {
    const [x, y, r] = [chance() * 800, 260 + chance() * 340, 8 + chance() * 46];
    const shade = Math.round(60 + chance() * 90);
    return `<ellipse cx="${x}" cy="${y}" rx="${r * 1.4}" ry="${r}" fill="rgb(${shade},${shade - 6},${shade - 18})"/>`;
  });
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="800" height="600"><rect width="800" height="600" fill="#b9c7c4"/>
    <rect y="230" width="800" height="370" fill="#5f7472"/>${stones.join('')}
    <rect x="40" y="540" width="200" height="16" fill="#fff"/><rect x="40" y="540" width="50" height="16"/><rect x="140" y="540" width="50" height="16"/></svg>`;
  return sharp(Buffer.from(svg)).jpeg({ quality: 70 }).toBuffer();
}

/** A short recording: a moving picture and a tone, encoded by the browser itself. */
async function recording(name: string, words: string) {
  const browser = await chromium.launch({
    executablePath: '/usr/bin/chromium',
    args: ['--no-sandbox', '--autoplay-policy=no-user-gesture-required']
  });
  const page = await browser.newPage();
  const base64 = await page.evaluate(async (text) => {
    const canvas = document.createElement('canvas');
    [canvas.width, canvas.height] = [320, 180];
    const pen = canvas.getContext('2d');
    const audio = new AudioContext();
    const tone = audio.createOscillator();
    const out = audio.createMediaStreamDestination();
    tone.frequency.value = 220;
    tone.connect(out);
    tone.start();
    const stream = new MediaStream([...canvas.captureStream(12).getTracks(), ...out.stream.getTracks()]);
    const recorder = new MediaRecorder(stream, {
      mimeType: 'video/webm',
      videoBitsPerSecond: 120_000,
      audioBitsPerSecond: 24_000
    });
    const parts: Blob[] = [];
    recorder.ondataavailable = (event) => parts.push(event.data);
    const ended = new Promise((resolve) => (recorder.onstop = resolve));
    recorder.start();
    for (let frame = 0; frame < 24; frame++) {
      if (pen) {
        pen.fillStyle = '#12424f';
        pen.fillRect(0, 0, 320, 180);
        pen.fillStyle = '#f0b44a';
        pen.fillRect(20 + frame * 10, 120, 40, 12);
        pen.font = '18px sans-serif';
        pen.fillText(text, 20, 60);
      }
      await new Promise((resolve) => setTimeout(resolve, 83));
    }
    recorder.stop();
    await ended;
    const bytes = new Uint8Array(await new Blob(parts).arrayBuffer());
    return btoa(String.fromCharCode(...bytes));
  }, words);
  await browser.close();
  save(name, Buffer.from(base64, 'base64'));
}

const chance = dice('counts');
const species = [
  'Patella vulgata',
  'Littorina littorea',
  'Semibalanus balanoides',
  'Fucus serratus',
  'Nucella lapillus'
];
const rows = (n: number) =>
  Array.from(
    { length: n },
    (_, i) => `${i + 1},${(2.4 - i * 0.21).toFixed(2)},${species[i % 5]},${Math.round(chance() * 40)}`
  );

await docx('field-report-draft.docx', 'Rock pools after the storm', [
  'Before the storm the east shore held eleven pools that I could name. After it, seven.',
  'I expected fewer limpets, because most of them sat on the boulders that were turned.',
  'What I found was stranger: the limpets were gone, the dog whelks were not.',
  '(Explanation to be written.)'
]);
await docx('sea-essay.docx', 'The sea wants the lamp', [
  'In two of the three stories the sea is weather. In the third it is a person with a plan.',
  'It takes the lamp before it takes the keeper, and that order is the whole argument of this essay.'
]);
await docx('reading-log-starter.docx', 'Reading log: Ilse Varga', [
  'Chapter four. The boat is late. Nobody says so.',
  'Chapter five. The letter is read aloud, but not to the end.',
  'Chapter six. ',
  'Chapter seven. '
]);
await pdf('risk-sheet.pdf', 'Risk sheet', [
  'Low water 10:42 and 11:20. With Maren Okafor.',
  'Fog: back along the rope, no shortcuts.',
  'Signed: Ilse Varga'
]);
await pdf(
  'build-log.pdf',
  'Build log, weeks 1 to 6',
  [
    'Week 4: planed the stem to its bevel.',
    'Week 5: the second plank split at the hood end.',
    'Week 6: nothing to report.'
  ],
  await photograph('bench')
);
await pdf(
  'noon-sight-scan.pdf',
  'Noon sight',
  ['Index error 1.2 off the arc', 'Dip for 4 m: 3.5', 'Latitude 61 47.3 N'],
  await photograph('sheet')
);
await pdf('borrowed-voice.pdf', 'A page in a borrowed voice', [
  'The harbour was not ours that winter; we only swept it.'
]);
await pdf('boxplots.pdf', 'Two harbours', ['Both medians are 1.4 m. The plots hide that one harbour dries out.']);
save('shift-sheet-1.jpg', await photograph('shift'));
save('north-ledge-counts.csv', `station,height,species,count\n${rows(10).join('\n')}\n`);
save('pool-counts.csv', `pool,height,species,count\n${rows(28).join('\n')}\n`);
save('surprise.txt', 'Station 7 was empty. I counted it three times, because an empty square looks like a mistake.\n');
save('bird-count.txt', 'Harbour wall, 15:00 to 16:00. Eider 41, purple sandpiper 6, shag 3, herring gull: too many.\n');
await recording('planing-the-stem.webm', 'Planing the stem');
await recording('reading-aloud.webm', 'Reading aloud, page 112');
