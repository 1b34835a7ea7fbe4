import { getStroke } from 'perfect-freehand';
import { COLOURS, HEIGHT, WIDTH, type Stroke } from './strokes';

/** One stroke as SVG (SVG 2): a shape of numbers, and text that is only text. */
export function strokeSvg({ kind, points, colour, width, text }: Stroke): string {
  const ink = COLOURS[colour] ?? COLOURS[0];
  const [x1, y1] = points[0] ?? [0, 0];
  const [x2, y2] = points.at(-1) ?? [x1, y1];
  const line = `fill="none" stroke="${ink}" stroke-width="${width}" stroke-linecap="round" stroke-linejoin="round"`;
  switch (kind) {
    case 'ink':
      return `<path d="${inkPath(points, width)}" fill="${ink}"/>`;
    case 'line':
      return `<line x1="${x1}" y1="${y1}" x2="${x2}" y2="${y2}" ${line}/>`;
    case 'box':
      return `<rect x="${Math.min(x1, x2)}" y="${Math.min(y1, y2)}" width="${Math.abs(x2 - x1)}" height="${Math.abs(y2 - y1)}" ${line}/>`;
    case 'oval':
      return `<ellipse cx="${(x1 + x2) / 2}" cy="${(y1 + y2) / 2}" rx="${Math.abs(x2 - x1) / 2}" ry="${Math.abs(y2 - y1) / 2}" ${line}/>`;
    case 'text':
      return `<text x="${x1}" y="${y1}" font-family="sans-serif" font-size="${20 + width * 2}" fill="${ink}">${escaped(text)}</text>`;
  }
}

/** A whole drawing as an SVG document. @param under the address of a picture below it; null for none */
export function drawingSvg(strokes: readonly Stroke[], alt: string, under: string | null = null): string {
  const picture =
    under === null
      ? ''
      : `<image href="${escaped(under)}" width="${WIDTH}" height="${HEIGHT}" preserveAspectRatio="xMidYMid meet"/>`;
  return `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${WIDTH} ${HEIGHT}" role="img" aria-label="${escaped(alt || 'A drawing')}"><rect width="${WIDTH}" height="${HEIGHT}" fill="#fff"/>${picture}${strokes.map(strokeSvg).join('')}</svg>`;
}

/** The outline of freehand ink, thick where it was pressed. */
export function inkPath(points: Stroke['points'], width: number): string {
  const outline = getStroke(
    points.map(([x, y, pressed]) => [x, y, pressed / 9]),
    {
      size: width * 1.6,
      thinning: 0.5,
      smoothing: 0.5,
      streamline: 0.4,
      simulatePressure: points.every(([, , p]) => p === 5)
    }
  );
  const [first] = outline;
  if (!first) return '';
  const round = (n: number | undefined) => Math.round((n ?? 0) * 10) / 10;
  const parts = outline.map(([x, y], i) => {
    const [nx, ny] = outline[(i + 1) % outline.length] ?? first;
    return `${round(x)},${round(y)} ${round(((x ?? 0) + (nx ?? 0)) / 2)},${round(((y ?? 0) + (ny ?? 0)) / 2)}`;
  });
  return `M${round(first[0])},${round(first[1])}Q${parts.join(' ')}Z`;
}

const ESCAPES: Record<string, string> = { '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' };
const escaped = (text: string) => text.replace(/[&<>"]/g, (one) => ESCAPES[one] ?? one).replace(/\p{Cc}/gu, ' ');
