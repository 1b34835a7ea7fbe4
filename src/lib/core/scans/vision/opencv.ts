import module from '@techstark/opencv-js';
import type { Cv } from './cv';

let loaded: Promise<{ cv: Cv }> | null = null;

/**
 * OpenCV, once its WebAssembly runs. It comes in an object of its own: the library has a method `then`, so that a promise of
 * itself would never end.
 */
export function opencv(): Promise<{ cv: Cv }> {
  loaded ??= load();
  return loaded;
}

type Loading = Cv & { then?: unknown; onRuntimeInitialized?: () => void; calledRun?: boolean };

function load(): Promise<{ cv: Cv }> {
  const cv = module as unknown as Loading;
  delete cv.then;
  return new Promise((resolve) => {
    if (cv.calledRun) resolve({ cv });
    else cv.onRuntimeInitialized = () => resolve({ cv });
  });
}
