import type { Look } from '../sheet';
import { clean, type Cv, type Mat } from './cv';

/** A cleaned sheet's pixels: three bytes each in colour, one in grey; in black and white 0 or 255. */
export interface Cleaned {
  look: Look;
  data: Uint8Array;
  width: number;
  height: number;
}

/** Side of the picture in which the light is told from the writing, in pixels. */
const LIGHT = 200;
/** A pixel of black on white is compared with what lies around it, as a share of the sheet's shorter side. */
const AROUND = 0.03;
/** How much darker than around it ink is, in steps of 255. Paper that is even shows less than that. */
const INK = 38;
const SHARPER = 1;

/**
 * Cleans a straight sheet: the light that fell on it unevenly is divided out, so that paper is white all over; then it is left
 * in colour, made grey, or parted into ink and paper.
 */
export function cleanUp(cv: Cv, sheet: Mat, look: Look): Cleaned {
  return clean((own) => {
    const out = own(new cv.Mat());
    if (look === 'colour') {
      const [rgb, planes] = [own(new cv.Mat()), own(new cv.MatVector())];
      cv.cvtColor(sheet, rgb, cv.COLOR_RGBA2RGB);
      cv.split(rgb, planes);
      for (let i = 0; i < 3; i++) {
        const plane = own(planes.get(i));
        const even = own(evenLight(cv, plane));
        planes.set(i, even);
      }
      cv.merge(planes, out);
    } else {
      const grey = own(new cv.Mat());
      cv.cvtColor(sheet, grey, cv.COLOR_RGBA2GRAY);
      const even = own(evenLight(cv, grey));
      if (look === 'grey') even.copyTo(out);
      else inkAndPaper(cv, even, out);
    }
    return { look, data: new Uint8Array(out.data), width: out.cols, height: out.rows };
  });
}

/** The same with its paper white all over. Whoever gets it deletes it. */
function evenLight(cv: Cv, plane: Mat): Mat {
  return clean((own) => {
    const scale = Math.min(1, LIGHT / Math.min(plane.cols, plane.rows));
    const [small, light, wide] = [own(new cv.Mat()), own(new cv.Mat()), own(new cv.Mat())];
    cv.resize(
      plane,
      small,
      new cv.Size(Math.round(plane.cols * scale), Math.round(plane.rows * scale)),
      0,
      0,
      cv.INTER_AREA
    );
    // What is dark and thin is writing: it is filled with the paper around it.
    const brush = own(cv.getStructuringElement(cv.MORPH_ELLIPSE, new cv.Size(15, 15)));
    cv.morphologyEx(small, light, cv.MORPH_CLOSE, brush);
    cv.GaussianBlur(light, light, new cv.Size(0, 0), 5);
    cv.resize(light, wide, new cv.Size(plane.cols, plane.rows), 0, 0, cv.INTER_LINEAR);
    const even = new cv.Mat();
    // A little beyond white, so that the paper's grain goes.
    cv.divide(plane, wide, even, 262);
    return even;
  });
}

function inkAndPaper(cv: Cv, even: Mat, out: Mat): void {
  clean((own) => {
    // Sharper first: letters that a soft photograph has run together part again.
    const [wide, crisp] = [own(new cv.Mat()), own(new cv.Mat())];
    cv.GaussianBlur(even, wide, new cv.Size(0, 0), 2.5);
    cv.addWeighted(even, 1 + SHARPER, wide, -SHARPER, 0, crisp);
    const around = Math.round((Math.min(even.cols, even.rows) * AROUND) / 2) * 2 + 1;
    cv.adaptiveThreshold(crisp, out, 255, cv.ADAPTIVE_THRESH_GAUSSIAN_C, cv.THRESH_BINARY, Math.max(around, 15), INK);
    // What is dark all over, a drawing that was filled in, is ink too.
    const dark = own(new cv.Mat());
    cv.threshold(crisp, dark, 80, 255, cv.THRESH_BINARY);
    cv.bitwise_and(out, dark, out);
  });
}
