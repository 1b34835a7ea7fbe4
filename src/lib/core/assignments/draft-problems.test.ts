import { expect, it } from 'vitest';
import { draftProblems } from './draft';

it('names what is wrong by the path in the draft', () => {
  const answered = {
    problem: 'Give it a title.',
    problems: { 'draft.title': 'Give it a title.', 'draft.deliverables.0.title': 'x', draft: 'y' }
  };
  expect(draftProblems(answered)).toEqual({ title: 'Give it a title.', 'deliverables.0.title': 'x', '': 'y' });
});

it('says what is no field’s problem, and does not take whom it affects for one', () => {
  expect(draftProblems({ problem: 'The server could not be reached.' })).toEqual({
    '': 'The server could not be reached.'
  });
  expect(draftProblems({ problem: 'Read whom it concerns.', problems: {}, affects: ['3 students'] })).toEqual({});
  expect(draftProblems(null)).toEqual({});
});
