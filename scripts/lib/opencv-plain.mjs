/** The one function of OpenCV's JavaScript that makes a function out of text, only to give it a name. */
const FROM_TEXT =
  /return new Function\("body","return function "\+name\+"\(\) \{\\n"\+'    "use strict";'\+"    return body\.apply\(this, arguments\);\\n"\+"\};\\n"\)\(body\)/;
const PLAIN =
  'var named=function(){return body.apply(this,arguments)};Object.defineProperty(named,"name",{value:name});return named';

/**
 * OpenCV without code that is made out of text while it runs: what a content security policy forbids for good reason.
 *
 * @returns {import('vite').Plugin}
 */
export const opencvPlain = () => ({
  name: 'opencv-plain',
  enforce: 'pre',
  transform(code, id) {
    if (!id.includes('@techstark/opencv-js/dist/opencv.js')) return;
    if (!FROM_TEXT.test(code))
      this.error('OpenCV names its functions in another way now: see scripts/lib/opencv-plain.mjs.');
    return { code: code.replace(FROM_TEXT, PLAIN), map: null };
  }
});
