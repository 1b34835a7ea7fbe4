import type { Source } from '../devices';
import { SIMULATED } from '../devices';
import noon from './noon-sight.jpg?url';
import stars from './three-stars.jpg?url';
import watch from './night-watch.jpg?url';

/** Photographs of sheets of the demo world, as they lie on a desk (demo/photographs). */
const SHEETS = [noon, watch, stars];

/** A camera that is none: it shows sheets of the demo world lying on a desk, held by a hand that is almost still. */
export async function simulatedCamera(): Promise<Source> {
  const pictures = await Promise.all(SHEETS.map(loaded));
  const canvas = document.createElement('canvas');
  [canvas.width, canvas.height] = [1200, 1600];
  const pen = canvas.getContext('2d');
  let shown = 0;
  // Between two sheets the desk is empty for a moment, as when a hand takes one away.
  let empty = 0;
  let frame = 0;
  const draw = () => {
    const picture = pictures[shown % pictures.length];
    frame++;
    const tremble = [Math.sin(frame / 9) * 1.5, Math.cos(frame / 7) * 1.5] as const;
    if (empty > 0) {
      empty--;
      if (pen) pen.fillStyle = '#60422e';
      pen?.fillRect(0, 0, canvas.width, canvas.height);
    } else if (picture) pen?.drawImage(picture, ...tremble, canvas.width, canvas.height);
  };
  draw();
  const timer = setInterval(draw, 66);
  const stream = canvas.captureStream(15);
  return {
    stream,
    id: SIMULATED,
    next: () => {
      shown++;
      empty = 12;
    },
    end() {
      clearInterval(timer);
      stream.getTracks().forEach((track) => track.stop());
    }
  };
}

function loaded(address: string): Promise<HTMLImageElement> {
  return new Promise((resolve, reject) => {
    const image = new Image();
    image.onload = () => resolve(image);
    image.onerror = () => reject(new Error('A picture of the simulated camera could not be fetched.'));
    image.src = address;
  });
}
