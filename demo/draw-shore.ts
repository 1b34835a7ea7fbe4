import sharp from 'sharp';
import { dice } from './classmates';

const BANDS = [
  ['#c9b458', 'yellow lichen'],
  ['#3c3f3a', 'black lichen'],
  ['#8d9a86', 'barnacles'],
  ['#8a7a2f', 'spiral wrack'],
  ['#6f6a1f', 'bladder wrack'],
  ['#55411f', 'serrated wrack'],
  ['#3a2c18', 'kelp']
] as const;

/** The bands of a shore from the lichen down to the kelp, as they are drawn in the field. A JPEG. */
export function drawZones(): Promise<Buffer> {
  const roll = dice('zones');
  let y = 70;
  const drawn = BANDS.map(([colour, name], i) => {
    const high = 92 + Math.round(roll() * 26);
    const edge = Array.from({ length: 21 }, (_, n) => `L${n * 80} ${y + Math.round((roll() - 0.5) * 26)}`).join(' ');
    const dots = Array.from(
      { length: 70 },
      () =>
        `<circle cx="${roll() * 1600}" cy="${y + 20 + roll() * (high - 10)}" r="${2 + roll() * 6}" fill="#fff" opacity="${0.08 + roll() * 0.18}"/>`
    );
    const label = `<text x="30" y="${y + high / 2 + 14}" font-family="sans-serif" font-size="30" fill="${i === 0 ? '#2b2b18' : '#f4efe2'}">${name}</text>`;
    const band = `<path d="M0 ${y} ${edge} V${y + high + 40} H0 Z" fill="${colour}"/>${dots.join('')}${label}`;
    y += high;
    return band;
  });
  return jpeg(y + 30, `<rect width="1600" height="${y + 30}" fill="#c8d8dc"/>${drawn.join('')}`);
}

/** Rock pools with what lives in them. A JPEG. */
export function drawPools(): Promise<Buffer> {
  const roll = dice('pools');
  const pools = Array.from({ length: 9 }, () => {
    const [x, y, wide] = [150 + roll() * 1300, 220 + roll() * 560, 60 + roll() * 150];
    const lives = Array.from(
      { length: 6 },
      (_, n) =>
        `<circle cx="${x + (roll() - 0.5) * wide}" cy="${y + (roll() - 0.5) * wide * 0.6}" r="${5 + roll() * 9}" fill="${['#a8482f', '#6b2d3a', '#c7b36a'][n % 3]}"/>`
    );
    return `<ellipse cx="${x}" cy="${y}" rx="${wide}" ry="${wide * 0.55}" fill="#2f5f66"/><ellipse cx="${x - wide * 0.2}" cy="${y - wide * 0.15}" rx="${wide * 0.4}" ry="${wide * 0.15}" fill="#8fc0c0" opacity=".6"/>${lives.join('')}`;
  });
  const sky = '<rect width="1600" height="150" fill="#bcd0d6"/><rect y="120" width="1600" height="60" fill="#4e7c86"/>';
  return jpeg(1000, `<rect width="1600" height="1000" fill="#77746c"/>${sky}${pools.join('')}`);
}

const jpeg = (height: number, inside: string) =>
  sharp(Buffer.from(`<svg xmlns="http://www.w3.org/2000/svg" width="1600" height="${height}">${inside}</svg>`))
    .jpeg({ quality: 82 })
    .toBuffer();
