import { liteAdaptor } from 'mathjax-full/js/adaptors/liteAdaptor.js';
import type { LiteElement } from 'mathjax-full/js/adaptors/lite/Element.js';
import { RegisterHTMLHandler } from 'mathjax-full/js/handlers/html.js';
import { TeX } from 'mathjax-full/js/input/tex.js';
import { AllPackages } from 'mathjax-full/js/input/tex/AllPackages.js';
import { mathjax } from 'mathjax-full/js/mathjax.js';
import { SVG } from 'mathjax-full/js/output/svg.js';
import type { PDFPage, RGB } from 'pdf-lib';
import type { Box } from './line';

/** A formula as a box of a line, drawn from outlines, so that no font has to be there. */
export function formulaBox(tex: string, size: number, block: boolean, ink: RGB): Box | null {
  const container = typesetter().convert(tex, { display: block }) as LiteElement;
  const svg = adaptor.firstChild(container) as LiteElement;
  const [, top = 0, width = 0, height = 0] = (adaptor.getAttribute(svg, 'viewBox') as string).split(' ').map(Number);
  if (width === 0 || height === 0) return null;
  // A thousand units of a formula are one em.
  const scale = size / 1000;
  const shapes = shapesOf(svg, { scale: 1, x: 0, y: 0 });
  return {
    width: width * scale,
    ascent: -top * scale,
    descent: (height + top) * scale,
    draw: (page: PDFPage, x: number, y: number) => {
      for (const shape of shapes) {
        const at = { x: x + shape.x * scale, y: y - shape.y * scale };
        if ('path' in shape) {
          page.drawSvgPath(shape.path, { ...at, scale: shape.scale * scale, color: ink, borderWidth: 0 });
        } else {
          const [w, h] = [shape.width * shape.scale * scale, shape.height * shape.scale * scale];
          page.drawRectangle({ x: at.x, y: shape.up ? at.y : at.y - h, width: w, height: h, color: ink });
        }
      }
    }
  };
}

const adaptor = liteAdaptor();
let made: { convert(tex: string, how: { display: boolean }): unknown } | null = null;
function typesetter() {
  if (made) return made;
  RegisterHTMLHandler(adaptor);
  const packages = AllPackages.filter((name) => !['require', 'autoload', 'html', 'unicode'].includes(name));
  return (made = mathjax.document('', {
    InputJax: new TeX({ packages, maxBuffer: 5000, maxMacros: 1000 }),
    OutputJax: new SVG({ fontCache: 'none' })
  }) as unknown as NonNullable<typeof made>);
}

/** Where a shape stands: how far it is moved, downwards from the line, and how large it is. `flip`: its own y points upwards. */
interface Place {
  scale: number;
  x: number;
  y: number;
  flip?: boolean;
}
type Shape = { x: number; y: number; scale: number } & (
  | { path: string }
  | { width: number; height: number; up: boolean }
);

/** The shapes of a drawing with all that moves and scales them. What it draws is moved, made smaller and turned over, never skewed. */
function shapesOf(element: LiteElement, around: Place): Shape[] {
  const own = placed(around, (adaptor.getAttribute(element, 'transform') as string | undefined) ?? '');
  const kind = adaptor.kind(element);
  const attribute = (name: string) => adaptor.getAttribute(element, name) as string | undefined;
  if (kind === 'path') {
    const path = attribute('d') ?? '';
    return path === '' ? [] : [{ ...standing(own), path: own.flip ? flipped(path) : path }];
  }
  if (kind === 'rect') {
    const [x = 0, y = 0, width = 0, height = 0] = ['x', 'y', 'width', 'height'].map((name) =>
      parseFloat(attribute(name) ?? '0')
    );
    const at = placed(own, `translate(${x},${y})`);
    return [{ ...standing(at), width, height, up: own.flip === true }];
  }
  return (adaptor.childNodes(element) as LiteElement[]).flatMap((child) =>
    adaptor.kind(child).startsWith('#') ? [] : shapesOf(child, own)
  );
}
const standing = ({ x, y, scale }: Place) => ({ x, y, scale });

function placed(around: Place, transform: string): Place {
  let place = around;
  for (const [, what, said] of transform.matchAll(/(translate|scale)\(([^)]*)\)/g)) {
    const [a = 0, b] = (said ?? '').split(/[ ,]+/).map(Number);
    if (what === 'translate')
      place = { ...place, x: place.x + a * place.scale, y: place.y + (b ?? 0) * place.scale * (place.flip ? -1 : 1) };
    else
      place = { ...place, scale: place.scale * Math.abs(a), flip: (b ?? a) < 0 ? !place.flip : (place.flip ?? false) };
  }
  return place;
}

/** An outline whose y points upwards, with y downwards: each second number of its commands turned over. */
function flipped(path: string): string {
  return path.replace(/([MLHVQTCSZ])([^MLHVQTCSZ]*)/gi, (_, command: string, said: string) => {
    const numbers = (said.match(/-?\d*\.?\d+(?:e-?\d+)?/gi) ?? []).map(Number);
    const upper = command.toUpperCase();
    const turned = numbers.map((n, i) => (upper === 'V' || (upper !== 'H' && i % 2 === 1) ? -n : n));
    return `${command}${turned.join(' ')}`;
  });
}
