import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { Document, Packer, Paragraph, HeadingLevel } from 'docx';
import { PDFDocument, StandardFonts, rgb } from 'pdf-lib';
import sharp from 'sharp';
import { dice } from './classmates';
import { drawPools, drawZones } from './draw-shore';
import { wav } from './wav';

/**
 * Draws the small files that the demo's people hand in: `node --import tsx demo/render-files.ts [NAME…]`.
 *
 * They are kept in the repository; this is how they were made. What was scanned or recorded is made by Vendro itself
 * (`captured/capture.command.ts`). Nothing in them shows a real person or place.
 */
const wanted = process.argv.slice(2);
const isWanted = (name: string) => wanted.length === 0 || wanted.includes(name);
const save = (name: string, bytes: Uint8Array | string) => {
  if (isWanted(name)) writeFileSync(join(import.meta.dirname, 'files', name), bytes);
};

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
await docx('borrowed-voice-first.docx', 'A page in a borrowed voice', [
  'The harbour was not ours that winter; we only swept it.',
  'Every morning the keeper counted the boats aloud, and every morning there were nine.',
  'Then the fog came, and we went home.'
]);
await pdf('borrowed-voice.pdf', 'A page in a borrowed voice', [
  'The harbour was not ours that winter; we only swept it.',
  'Every morning old Aldis counted the boats aloud, and every morning there were nine.',
  'On the day of the fog he counted ten, and nobody asked whose the last one was.'
]);
await pdf('skiff-sketch.pdf', 'A skiff for two and a dog', [
  'Eleven feet, flat floor, one pair of oars. She has to land on shingle.',
  'The dog sits forward.'
]);
await pdf('skiff-lines.pdf', 'Lines and offsets, 1 to 10', [
  'Station 4: half breadth 0.61, height of sheer 0.44.',
  'Keel of oak, forty by thirty, the whole length.'
]);
await pdf('boxplots.pdf', 'Two harbours', ['Both medians are 1.4 m. The plots hide that one harbour dries out.']);
save('shift-sheet-1.jpg', await photograph('shift'));
save('north-ledge-counts.csv', `station,height,species,count\n${rows(10).join('\n')}\n`);
save('pool-counts.csv', `pool,height,species,count\n${rows(28).join('\n')}\n`);
save('surprise.txt', 'Station 7 was empty. I counted it three times, because an empty square looks like a mistake.\n');
save('bird-count.txt', 'Harbour wall, 15:00 to 16:00. Eider 41, purple sandpiper 6, shag 3, herring gull: too many.\n');

/** A document of many short pages, to be opened at any of them. */
async function book(name: string, title: string, pages: Array<{ head: string; lines: string[] }>) {
  const document = await PDFDocument.create();
  document.setTitle(title);
  document.setCreationDate(new Date('2027-01-01T00:00:00Z'));
  const font = await document.embedFont(StandardFonts.Helvetica);
  for (const [i, { head, lines }] of pages.entries()) {
    const page = document.addPage([420, 595]);
    page.drawText(head, { x: 40, y: 540, size: 16, font, color: rgb(0.07, 0.26, 0.31) });
    lines.forEach((line, n) => page.drawText(line, { x: 40, y: 510 - n * 16, size: 10, font }));
    page.drawText(String(i + 1), { x: 205, y: 24, size: 9, font });
  }
  save(name, await document.save());
}

const KEY = [
  ['Patella vulgata', 'limpet', 'a cone that cannot be lifted'],
  ['Littorina littorea', 'periwinkle', 'a dark spiral, blunt at the tip'],
  ['Semibalanus balanoides', 'acorn barnacle', 'a white crust with a diamond in it'],
  ['Nucella lapillus', 'dog whelk', 'a pointed spiral with a groove'],
  ['Fucus serratus', 'serrated wrack', 'flat and brown with a saw edge']
];
await book('shore-key.pdf', 'Shore key', [
  { head: 'Shore key', lines: ['Skerrow Upper School, wet lab', '', 'Begin at the top. Stop where it is true.'] },
  ...KEY.map(([latin = '', name = '', mark = '']) => ({ head: latin, lines: [name, '', `Look for ${mark}.`] })),
  { head: 'Scale bar', lines: ['Copy this page at full size.', 'Each block is five centimetres.'] }
]);
const angle = (degrees: number) => `${Math.floor(degrees)} ${((degrees % 1) * 60).toFixed(1)}`;
await book(
  'almanac-extract.pdf',
  'Almanac extract',
  Array.from({ length: 200 }, (_, day) => ({
    head: `Day ${day + 1}`,
    lines: Array.from({ length: 24 }, (_, hour) => {
      const sun = (180 + hour * 15 + day * 0.013) % 360;
      const declination = 23.4 * Math.sin(((day - 80) / 365) * 2 * Math.PI);
      return `${String(hour).padStart(2, '0')} h   GHA ${angle(sun)}   Dec ${angle(Math.abs(declination))} ${declination < 0 ? 'S' : 'N'}`;
    })
  }))
);
save('scale-bar.jpg', await photograph('scale bar'));
save('pools-before.csv', `pool,height,species,count\n${rows(22).join('\n')}\n`);
save(
  'tide-table.csv',
  `day,high,metres,low,metres\n${Array.from({ length: 28 }, (_, i) => `${i + 1},${String((4 + i) % 12).padStart(2, '0')}:${String((i * 7) % 60).padStart(2, '0')},${(1.8 + Math.sin(i / 4) * 0.4).toFixed(1)},${String((10 + i) % 12).padStart(2, '0')}:${String((i * 11) % 60).padStart(2, '0')},${(0.4 - Math.sin(i / 4) * 0.3).toFixed(1)}`).join('\n')}\n`
);
save(
  'gauge-raw.csv',
  `minute,metres\n${Array.from({ length: 300 }, (_, i) => `${i * 6},${i % 41 === 7 ? '99.9' : (1.1 + Math.sin(i / 20)).toFixed(2)}`).join('\n')}\n`
);
save(
  'read-gauge.py',
  'import csv\n\n# 99.9 is what the gauge writes when a seal sits on it.\nwith open("gauge-raw.csv") as file:\n    rows = [row for row in csv.DictReader(file) if row["metres"] != "99.9"]\n\nprint(len(rows), "readings kept")\n'
);
save(
  'bench-notes.md',
  '# Bench notes\n\n- Mark with a **knife**, not a pencil: a pencil line is as wide as the gap you will get.\n- Plane towards the vice.\n\n| Joint | Slope |\n|---|---|\n| Scarf | 8 to 1 |\n| Hood end | as the stem tells |\n'
);
await docx('report-outline.docx', 'Field report', [
  'What I expected, and why:',
  'What I found, pool by pool:',
  'What explains the difference:',
  'What the data cannot tell:'
]);
await docx('essay-starter.docx', 'The sea as a character', [
  'The story that I chose, and the page where the sea first wants something:',
  'My claim, in one sentence that somebody could disagree with:'
]);

/** A bell: three tones that die away. */
const bell = (seconds: number, rate: number): Buffer =>
  wav(seconds * rate, rate, (i) => {
    const t = i / rate;
    const tone = [440, 660, 1109].reduce((sum, hertz, n) => sum + Math.sin(2 * Math.PI * hertz * t) / (n + 1), 0);
    return 9000 * tone * Math.exp(-2.2 * (t % 1.5));
  });
save('harbour-bell.wav', bell(3, 16_000));

save('shore-zones.jpg', await drawZones());
save('pools-after-the-storm.jpg', await drawPools());
