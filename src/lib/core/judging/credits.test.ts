import { expect, it } from 'vitest';
import { creditText, grantProblem } from './credits';
import { grantWords } from './grant-words';

it('is granted whole or in part, asked about or refused, each with what it needs', () => {
  const why = (state: Parameters<typeof grantProblem>[0]['state'], granted: string, reason = '') =>
    grantProblem({ state, granted, reason, claimed: '2.5' });
  expect([
    why('granted', '2.5'),
    why('partly', '1', 'Half of it.'),
    why('questioned', '0', 'When?'),
    why('refused', '0', 'No.')
  ]).toEqual([null, null, null, null]);
  expect([why('granted', '0'), why('partly', 'x', 'y')]).toEqual(['grants-nothing', 'grants-nothing']);
  expect([why('refused', '1', 'No.'), why('questioned', '0.0001', 'When?')]).toEqual(
    Array(2).fill('refused-with-credits')
  );
  expect([why('partly', '2.5', 'y'), why('partly', '3', 'y')]).toEqual(Array(2).fill('partly-is-less'));
  expect([why('partly', '1'), why('questioned', '0', ' '), why('refused', '0')]).toEqual(
    Array(3).fill('credit-unexplained')
  );
});

it('reads as one or several', () => {
  expect([creditText('1', 'hours'), creditText('2.5', 'hours'), creditText('0', 'credits')]).toEqual([
    '1 hour',
    '2.5 hours',
    '0 credits'
  ]);
  const line = { id: 'a', title: 'A', about: '', claimed: '2', judged: null, since: null };
  const judged = {
    activity: 'a',
    title: 'A',
    claimed: '3',
    state: 'granted' as const,
    granted: '3',
    reason: '',
    by: 'x',
    at: 0
  };
  expect(grantWords(line)).toBe('Waits for an answer');
  expect(grantWords({ ...line, claimed: '0' })).toBe('Nothing is claimed for it');
  expect(grantWords({ ...line, judged, since: 'changed' })).toBe('Granted, when 3 were claimed');
  expect(grantWords({ ...line, judged, since: 'gone' })).toBe('Granted, claimed no more');
});
