import { dice } from '../classmates';

/** What a sheet lies on. */
export const DESKS = ['dark wood', 'light wood', 'grey cloth', 'white table', 'cluttered'] as const;
export type Desk = (typeof DESKS)[number];

/** The colour of a desk at a pixel: red, green and blue. The array is the same at each call. */
export type Ground = (x: number, y: number) => Float32Array;

/** Draws what a sheet lies on. */
export function desk(kind: Desk, width: number, height: number, seed: string): Ground {
  const rough = roughness(seed);
  const [red, green, blue, grain] = COLOURS[kind];
  const fibres = kind.includes('wood') || kind === 'cluttered';
  const colour = new Float32Array(3);
  const plain: Ground = (x, y) => {
    const along = fibres ? rough(x / 160, y / 9) : rough(x / 3, y / 3);
    const off = (along + rough(x / 240, y / 240) - 1) * grain;
    colour[0] = red + off;
    colour[1] = green + off;
    colour[2] = blue + off;
    return colour;
  };
  return kind === 'cluttered' ? among(things(width, height, seed), plain) : plain;
}

const COLOURS: Record<Desk, readonly [number, number, number, number]> = {
  'dark wood': [96, 66, 46, 44],
  'light wood': [202, 172, 132, 36],
  'grey cloth': [120, 124, 126, 40],
  'white table': [214, 213, 208, 10],
  cluttered: [142, 108, 78, 44]
};

/** Smooth chance, 0 to 1: values on a grid, with what lies between them. */
function roughness(seed: string): (x: number, y: number) => number {
  const chance = dice(`${seed} desk`);
  const side = 64;
  const grid = Array.from({ length: side * side }, () => chance());
  const at = (x: number, y: number) => grid[(y & (side - 1)) * side + (x & (side - 1))] as number;
  return (x, y) => {
    const [left, top] = [Math.floor(x), Math.floor(y)];
    const [fx, fy] = [x - left, y - top];
    return (
      at(left, top) * (1 - fx) * (1 - fy) +
      at(left + 1, top) * fx * (1 - fy) +
      at(left, top + 1) * (1 - fx) * fy +
      at(left + 1, top + 1) * fx * fy
    );
  };
}

/** Books, cards and pencils: boxes that are turned. */
interface Thing {
  x: number;
  y: number;
  halfWidth: number;
  halfHeight: number;
  turn: number;
  colour: Float32Array;
}

function things(width: number, height: number, seed: string): Thing[] {
  const chance = dice(`${seed} things`);
  return Array.from({ length: 14 }, (_, i) => {
    // Around the edges, where they lie when one makes room for a sheet.
    const side = i % 4;
    const far = 0.02 + chance() * 0.1;
    const along = chance();
    const pencil = i % 5 === 4;
    return {
      x: width * (side === 0 ? far : side === 1 ? 1 - far : along),
      y: height * (side === 2 ? far : side === 3 ? 1 - far : along),
      halfWidth: width * (pencil ? 0.012 : 0.06 + chance() * 0.1),
      halfHeight: height * (pencil ? 0.12 : 0.05 + chance() * 0.1),
      turn: chance() * Math.PI,
      colour: Float32Array.of(40 + chance() * 200, 40 + chance() * 190, 40 + chance() * 190)
    };
  });
}

function among(all: Thing[], ground: Ground): Ground {
  return (x, y) => {
    const thing = all.find(({ x: cx, y: cy, turn, halfWidth, halfHeight }) => {
      const [dx, dy] = [x - cx, y - cy];
      return (
        Math.abs(dx * Math.cos(turn) + dy * Math.sin(turn)) < halfWidth &&
        Math.abs(dy * Math.cos(turn) - dx * Math.sin(turn)) < halfHeight
      );
    });
    return thing ? thing.colour : ground(x, y);
  };
}
