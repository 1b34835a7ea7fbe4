import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { chromium } from '@playwright/test';
import sharp from 'sharp';
import { BROWSER } from '../../scripts/lib/debian.mjs';
import type { Picture } from './photograph';

/** A sheet of paper before it is photographed: A4 at 150 dots to the inch. */
export const SHEET = { width: 1240, height: 1754 } as const;

/** A sheet of the demo world: what is written on it, and how. */
export interface Written {
  name: string;
  title: string;
  lines: string[];
  hand: 'print' | 'handwriting';
}

/** What three people wrote for Celestial Navigation, and a printed page. */
export const WRITTEN: readonly Written[] = [
  {
    name: 'noon-sight',
    title: 'Noon sight, Tuesday',
    hand: 'handwriting',
    lines: [
      'Sextant altitude      28 41.6',
      'Index error, off the arc   + 1.2',
      'Dip for four metres    - 3.5',
      'Apparent altitude    28 39.3',
      'Refraction    - 1.8',
      'Semidiameter, lower limb   + 16.1',
      'True altitude    28 53.6',
      'Zenith distance    61 06.4',
      'Declination    0 40.9 N',
      'Latitude    61 47.3 N',
      '',
      'The horizon was hazy to the south, so the',
      'altitude is the mean of three that agree.'
    ]
  },
  {
    name: 'night-watch',
    title: 'Night watch, sheet two',
    hand: 'handwriting',
    lines: [
      '02:10  Vega over the breakwater lamp',
      '02:25  cloud from the west, four tenths',
      '02:40  Capella 31 12, Arcturus not seen',
      '03:05  wind backs, lamp burns yellow',
      '03:20  Capella 34 02, second hand late',
      '03:45  relieved by Maren Okafor',
      '',
      'What I would do otherwise: read the clock',
      'before the sextant, not after it.'
    ]
  },
  {
    name: 'three-stars',
    title: 'Three-star fix, worked',
    hand: 'handwriting',
    lines: [
      'Assumed position  61 45 N   9 10 E',
      'Vega     intercept 4.1 towards, bearing 287',
      'Capella  intercept 2.6 away, bearing 041',
      'Mirfak   intercept 1.9 towards, bearing 088',
      '',
      'The cocked hat is three miles wide. The fix',
      'lies in it, nearer to Mirfak, because that',
      'altitude was taken on a clean horizon.'
    ]
  }
];

/** A printed page, by which reading is measured. */
export const PRINTED: Written = {
  name: 'printed',
  title: 'The keeper counts',
  hand: 'print',
  lines: [
    'Every morning the keeper counted the boats aloud, and every morning there were nine of them in the harbour. On the day of the fog he counted ten, and nobody asked whose the last one was or where it had come from.',
    'The sun stood at its highest at 12 04 ship time, and the sextant read 28 41.6 with the index error still in it. What I expected, and why: fewer limpets on the boulders that the storm had turned, and more whelks below.',
    'What I found was stranger. The limpets were gone, the dog whelks were not, and the pools were warmer. The boat was late. Nobody said so, and the letter was read aloud, but not to the end.'
  ]
};

/** Draws sheets in a browser, with fonts that the project ships. */
export async function drawSheets(sheets: readonly Written[]): Promise<Picture[]> {
  const browser = await chromium.launch({ executablePath: BROWSER, args: ['--no-sandbox'] });
  try {
    const page = await browser.newPage({ viewport: SHEET });
    const drawn: Picture[] = [];
    for (const sheet of sheets) {
      await page.setContent(html(sheet));
      await page.evaluate(() => document.fonts.ready);
      const { data, info } = await sharp(await page.screenshot())
        .ensureAlpha()
        .raw()
        .toBuffer({ resolveWithObject: true });
      drawn.push({ data: new Uint8ClampedArray(data), width: info.width, height: info.height });
    }
    return drawn;
  } finally {
    await browser.close();
  }
}

const FONTS = {
  print: '@fontsource-variable/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-wght-normal.woff2',
  handwriting: '@fontsource/kalam/files/kalam-latin-400-normal.woff2'
};

function html({ title, lines, hand }: Written): string {
  const font = readFileSync(createRequire(import.meta.url).resolve(FONTS[hand])).toString('base64');
  const line = (text: string) => `<p>${text.replaceAll('  ', ' &nbsp;') || '&nbsp;'}</p>`;
  const ink = hand === 'print' ? '#111' : '#1d2c5e';
  const ruled =
    hand === 'print'
      ? ''
      : 'background:repeating-linear-gradient(#fff 0 70px,#c9d6e2 70px 72px);background-position:0 34px;';
  return `<style>@font-face{font-family:hand;src:url(data:font/woff2;base64,${font})}
    body{margin:0;width:1240px;height:1754px;box-sizing:border-box;padding:106px 110px;color:${ink};${ruled}
    font:${hand === 'print' ? '36px/1.5' : '46px/72px'} hand} h1{font-size:1.25em;line-height:72px;margin:0 0 72px;font-weight:400}
    p{margin:0 0 ${hand === 'print' ? '30px' : '0'};white-space:${hand === 'print' ? 'normal' : 'pre'}}</style>
    <h1>${title}</h1>${lines.map(line).join('')}`;
}
