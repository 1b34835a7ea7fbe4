/** How a picture is drawn: its longer side in pixels, and JPEG quality, 0 to 1. */
export interface Drawing {
  side: number;
  quality: number;
}

const SIDES = [4000, 3000, 2400, 1920, 1600, 1280, 1000, 800, 640];
const QUALITIES = [0.85, 0.7, 0.5];

/**
 * Ways to draw a picture smaller, from the one that keeps most to the one that keeps least. Detail is given up before
 * sides, but not so far that writing on it cannot be read.
 *
 * @param longer the picture's longer side now, in pixels
 */
export function drawings(longer: number): Drawing[] {
  const sides = [longer, ...SIDES.filter((side) => side < longer)];
  return sides.flatMap((side) => QUALITIES.map((quality) => ({ side, quality })));
}

/** Width and height after the longer side was brought down to `side`; never larger than before. */
export function scaled(width: number, height: number, side: number): { width: number; height: number } {
  const by = Math.min(1, side / Math.max(width, height));
  return { width: Math.max(1, Math.round(width * by)), height: Math.max(1, Math.round(height * by)) };
}

/** A4 in points, the unit of PDF (1/72 inch), and the margin kept free around a picture. */
const A4 = { short: 595.28, long: 841.89 };
const MARGIN = 24;

/**
 * The page that a picture gets in a PDF: A4, upright or lying as the picture is, with the picture as large as it goes in
 * its middle. Points.
 */
export function pageFor(
  width: number,
  height: number
): { page: [number, number]; x: number; y: number; width: number; height: number } {
  const page: [number, number] = width > height ? [A4.long, A4.short] : [A4.short, A4.long];
  const by = Math.min((page[0] - 2 * MARGIN) / width, (page[1] - 2 * MARGIN) / height);
  const size = { width: width * by, height: height * by };
  return { page, x: (page[0] - size.width) / 2, y: (page[1] - size.height) / 2, ...size };
}
