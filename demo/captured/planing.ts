import sharp from 'sharp';
import { wav } from '../wav';

/** A stroke of the plane and the way back, in seconds. */
const STROKE = 1.6;
const BACK = 0.9;
const RATE = 16_000;

/** Strokes that are shown before it begins anew. */
const STROKES = 4;
export const SECONDS = STROKES * (STROKE + BACK);

/** Where the plane is at a moment, 0 to 1 along the stem; `cutting` while it takes wood off. */
function planeAt(second: number): { stroke: number; along: number; cutting: boolean } {
  const stroke = Math.floor(second / (STROKE + BACK));
  const within = second - stroke * (STROKE + BACK);
  const cutting = within < STROKE;
  const share = cutting ? within / STROKE : 1 - (within - STROKE) / BACK;
  return { stroke, along: (1 - Math.cos(Math.PI * share)) / 2, cutting };
}

/** The stem as it is planed, as pictures that follow each other: motion JPEG, thirty a second. */
export async function film(): Promise<Buffer> {
  const frames: Buffer[] = [];
  for (let i = 0; i < SECONDS * 30; i++)
    frames.push(
      await sharp(Buffer.from(frame(i / 30)))
        .jpeg({ quality: 80 })
        .toBuffer()
    );
  return Buffer.concat(frames);
}

function frame(second: number): string {
  const { stroke, along, cutting } = planeAt(second);
  const x = 90 + along * 380;
  const y = 196 - (cutting ? 0 : 26);
  const curls = Array.from({ length: stroke + 1 }, (_, i) => {
    const [cx, cy] = [120 + ((i * 131) % 400), 318 + ((i * 37) % 22)];
    return `<path d="M${cx} ${cy}q14 -20 28 0t-18 8t22 -2" fill="none" stroke="#e8cfa0" stroke-width="5"/>`;
  }).join('');
  const shaving = cutting
    ? `<path d="M${x + 52} ${y - 22}q-10 -${18 + along * 26} -${14 + along * 30} -${6 + along * 16}t-6 ${14}" fill="none" stroke="#efd9ae" stroke-width="5"/>`
    : '';
  const grain = Array.from(
    { length: 5 },
    (_, i) =>
      `<path d="M60 ${214 + i * 9}q150 ${i % 2 ? 8 : -7} 300 0t240 2" fill="none" stroke="#a8763f" stroke-width="1.5"/>`
  ).join('');
  return `<svg xmlns="http://www.w3.org/2000/svg" width="640" height="360">
    <rect width="640" height="360" fill="#45545c"/><rect y="262" width="640" height="98" fill="#6d5238"/>
    <rect y="262" width="640" height="5" fill="#8a6a4a"/>
    <path d="M50 206h520l20 10v46H50z" fill="#c48f55"/>${grain}
    ${shaving}
    <path d="M${x} ${y - 14}h120v22h-120z" fill="#7b4a2b"/><path d="M${x + 44} ${y - 14}l16 -30h10l-6 30z" fill="#b9c2c6"/>
    <path d="M${x + 92} ${y - 14}q4 -34 20 -30q10 4 0 30z" fill="#5a3218"/><circle cx="${x + 18}" cy="${y - 20}" r="9" fill="#5a3218"/>
    ${curls}</svg>`;
}

/** How it sounds: the iron in the grain, louder in the middle of a stroke. */
export function sound(): Buffer {
  let [seed, soft] = [7, 0];
  return wav(Math.round(SECONDS * RATE), RATE, (i) => {
    const { along, cutting } = planeAt(i / RATE);
    seed = (seed * 1103515245 + 12345) % 2147483648;
    soft += 0.35 * (seed / 1073741824 - 1 - soft);
    const loud = cutting ? 0.35 * Math.sin(Math.PI * along) * (0.8 + 0.2 * Math.sin(i / 90)) : 0.01;
    return soft * loud * 32_000;
  });
}
