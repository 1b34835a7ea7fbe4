import { expect, it } from 'vitest';
import { allowed, type Action } from './allowed';
import { piece, play, submit, takeBack, terms } from './stories.testing';

/**
 * Every action in every standing, read as a table: `+` is allowed, anything else is the reason. A change of the rules
 * shows up here as the line that it changes.
 */
const STATES: Record<string, Action[]> = {
  'not started': [],
  'in progress': [piece()],
  submitted: [piece(), submit],
  'being marked': [piece(), submit, { do: 'mark' }],
  revising: [piece(), submit, { do: 'revise' }],
  'taken back': [piece(), submit, takeBack()],
  'another round': [piece(), submit, { do: 'return', outcome: 'another-round' }],
  settled: [piece(), submit, { do: 'return', outcome: 'settled' }],
  excused: [piece(), submit, { do: 'excuse' }],
  'in person': [{ do: 'receive-in-person' }]
};
const ACTIONS: Action[] = [
  piece(),
  submit,
  takeBack(),
  { do: 'revise' },
  { do: 'drop-revision', pieces: 1 },
  { do: 'open-round' },
  { do: 'mark' },
  { do: 'return', outcome: 'settled' },
  { do: 'return', outcome: 'another-round' },
  { do: 'excuse' },
  { do: 'receive-in-person' },
  { do: 'extend', due: 1 }
];

const W = 'with-teacher';
const S = 'already-settled';
const N = 'nothing-stands';
const X = 'excused';
const P = 'received-in-person';
const M = 'marking-has-begun';
const R = 'not-revising';

it.each<[string, string[]]>([
  // add piece, submit, take back, revise, drop, open, mark, settle, another, excuse, in person, extend
  ['not started', ['+', 'nothing-to-submit', N, N, R, N, N, N, N, '+', '+', '+']],
  ['in progress', ['+', '+', N, N, R, N, N, N, N, '+', '+', '+']],
  ['submitted', [W, W, '+', '+', R, '+', '+', '+', '+', '+', '+', '+']],
  ['being marked', [W, W, M, M, R, '+', '+', '+', '+', '+', '+', '+']],
  ['revising', ['+', '+', '+', W, '+', '+', '+', '+', '+', '+', '+', '+']],
  ['taken back', ['+', '+', N, N, R, N, N, N, N, '+', '+', '+']],
  ['another round', ['+', '+', N, N, R, N, N, N, N, '+', '+', '+']],
  ['settled', [S, S, S, S, R, S, S, '+', '+', S, S, S]],
  ['excused', [X, X, X, X, R, X, X, X, X, X, X, X]],
  ['in person', [P, P, P, P, R, P, P, P, P, P, P, P]]
])('%s', (state, verdicts) => {
  const { custody } = play(terms(), STATES[state] ?? []);
  const said = ACTIONS.map((action) => {
    const verdict = allowed(custody, action, 1_000_000);
    return verdict.ok ? '+' : verdict.why;
  });
  expect(said).toEqual(verdicts);
});
