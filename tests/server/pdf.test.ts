import { expect, it } from 'vitest';
import type { Receipt } from '$core/receipts/receipt';
import { visualRuns } from '$server/pdf/visual-runs';
import { readPdf } from '$server/reading/read-pdf';
import { receiptPdf } from '$server/receipts/pdf';

const NAMES = {
  chinese: '潮間帶 观察报告',
  japanese: 'しおだまり',
  korean: '조간대',
  devanagari: 'ज्वार',
  arabic: 'سوزان',
  hebrew: 'שובל'
};

const receiptFor = (student: string): Receipt => ({
  version: 1,
  number: '2345-6789-ABCD',
  course: 'Tidal Ecology',
  assignment: `Field report: ${NAMES.chinese}`,
  student,
  round: 1,
  zone: 'Atlantic/Faroe',
  receivedAt: Date.parse('2027-03-10T21:14:07Z'),
  due: Date.parse('2027-03-10T22:00:00Z'),
  lateSeconds: 0,
  kept: 1,
  points: 20,
  takeBack: { possible: true, until: null },
  note: '',
  briefSha256: 'a'.repeat(64),
  pieces: []
});

it('names moments with year and zone, and every name in its own letters', async () => {
  const student = Object.values(NAMES).join(' / ');
  const bytes = await receiptPdf({
    receipt: receiptFor(student),
    jws: 'x.y.z',
    zone: 'Atlantic/Faroe',
    verifyAt: 'https://vendro.example/verify'
  });
  const { text } = await readPdf(Buffer.from(bytes));
  expect(text).toContain('Wed 10 Mar 2027, 21:14:07 (Atlantic/Faroe)');
  for (const letter of '潮間帶观察报告しおだまり조간대'.replaceAll(' ', '')) expect(text, letter).toContain(letter);
  // Letters that join or stack are drawn by shapes of their own; that they are there is seen by their number.
  expect(text.match(/[\u0590-\u05ff]/g)?.length).toBe(4);
  expect(text.match(/[\u0600-\u06ff\ufe70-\ufeff]/g)?.length).toBeGreaterThanOrEqual(4);
  expect(text.match(/[\u0900-\u097f]/g)?.length).toBeGreaterThanOrEqual(3);
  // With all of that, no font is embedded whole.
  expect(bytes.length).toBeLessThan(200_000);
});

it.each([
  ['abc', ['abc']],
  ['שלום', ['שלום']],
  ['Ilse שלום', ['Ilse ', 'שלום']],
  ['Ilse שלום 12 Varga', ['Ilse ', '12', 'שלום ', ' Varga']],
  ['שלום Ilse', ['Ilse', 'שלום ']],
  ['', []]
])('stands in the order of the page: %j', (line, runs) => {
  expect(visualRuns(line).map(({ text }) => text)).toEqual(runs);
});
