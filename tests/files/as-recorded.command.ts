import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { chromium } from '@playwright/test';
import { BROWSER } from '../../scripts/lib/debian.mjs';

/**
 * Makes `as-recorded.webm`, what a browser's recorder writes, without a length and without an index:
 * `node --import tsx tests/files/as-recorded.command.ts`. It is kept in the repository; this is how it was made.
 */
await recording(join(import.meta.dirname, 'as-recorded.webm'), 'Planing the stem');

/** A short recording: a moving picture and a tone, encoded by the browser itself. */
async function recording(to: string, words: string) {
  const browser = await chromium.launch({
    executablePath: BROWSER,
    args: ['--no-sandbox', '--autoplay-policy=no-user-gesture-required']
  });
  const page = await browser.newPage();
  const base64 = await page.evaluate(async (text) => {
    const canvas = document.createElement('canvas');
    [canvas.width, canvas.height] = [320, 180];
    const pen = canvas.getContext('2d');
    const audio = new AudioContext();
    const tone = audio.createOscillator();
    const out = audio.createMediaStreamDestination();
    tone.frequency.value = 220;
    tone.connect(out);
    tone.start();
    const stream = new MediaStream([...canvas.captureStream(12).getTracks(), ...out.stream.getTracks()]);
    const recorder = new MediaRecorder(stream, {
      mimeType: 'video/webm',
      videoBitsPerSecond: 120_000,
      audioBitsPerSecond: 24_000
    });
    const parts: Blob[] = [];
    recorder.ondataavailable = (event) => parts.push(event.data);
    const ended = new Promise((resolve) => (recorder.onstop = resolve));
    recorder.start();
    for (let frame = 0; frame < 24; frame++) {
      if (pen) {
        pen.fillStyle = '#12424f';
        pen.fillRect(0, 0, 320, 180);
        pen.fillStyle = '#f0b44a';
        pen.fillRect(20 + frame * 10, 120, 40, 12);
        pen.font = '18px sans-serif';
        pen.fillText(text, 20, 60);
      }
      await new Promise((resolve) => setTimeout(resolve, 83));
    }
    recorder.stop();
    await ended;
    const bytes = new Uint8Array(await new Blob(parts).arrayBuffer());
    return btoa(String.fromCharCode(...bytes));
  }, words);
  await browser.close();
  writeFileSync(to, Buffer.from(base64, 'base64'));
}
