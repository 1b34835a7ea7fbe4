import { expect, it } from 'vitest';
import { browserKind, deviceRefusal, deviceRefusalWords, DEVICE_REFUSALS } from './refused';

it.each([
  ['NotAllowedError', true, 'refused'],
  ['NotFoundError', true, 'none'],
  ['NotReadableError', true, 'in-use'],
  ['TypeError', false, 'insecure'],
  ['TypeError', true, 'unable']
] as const)('%s, offered %s: %s', (name, there, why) => {
  expect(deviceRefusal(name, there)).toBe(why);
});

it('says for each browser how to allow it, and always what else can be done', () => {
  const how = (['chromium', 'firefox', 'safari'] as const).map((browser) =>
    deviceRefusalWords('refused', 'camera', browser)
  );
  expect(new Set(how).size).toBe(3);
  for (const why of DEVICE_REFUSALS) expect(deviceRefusalWords(why, 'microphone', 'firefox')).toMatch(/\. .*\.$/s);
});

it('knows browsers by what they call themselves', () => {
  expect(browserKind('Mozilla/5.0 (X11; Linux x86_64; rv:140.0) Gecko/20100101 Firefox/140.0')).toBe('firefox');
  expect(browserKind('Mozilla/5.0 (Macintosh) AppleWebKit/605 (KHTML, like Gecko) Version/18 Safari/605')).toBe(
    'safari'
  );
  expect(
    browserKind('Mozilla/5.0 (Linux; Android 15) AppleWebKit/537 (KHTML, like Gecko) Chrome/142 Mobile Safari/537')
  ).toBe('chromium');
});
