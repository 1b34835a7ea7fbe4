import { createRequire } from 'node:module';

/**
 * OpenCV for the tests: the library has a method `then`, so that an import that is waited for, as the test runner does with
 * each, would never end.
 */
const cv = createRequire(import.meta.url)('@techstark/opencv-js');
delete cv.then;

export default cv;
