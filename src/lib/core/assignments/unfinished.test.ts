import { expect, it } from 'vitest';
import { AssignmentDraft } from './draft';
import { unfinishedDraft } from './unfinished';

const whole = AssignmentDraft.parse({ title: 'Field report', brief: '' });

it('keeps what is still missing or wrong in its values', () => {
  const begun = {
    ...whole,
    title: '',
    points: 0,
    closes: 1,
    due: 2,
    deliverables: [{ title: '', ask: '', optional: false, wants: {} }]
  };
  expect(unfinishedDraft(begun)).toEqual(begun);
  expect(unfinishedDraft(whole)).toEqual(whole);
});

it('knows nothing of another shape', () => {
  for (const kept of [
    null,
    7,
    'x',
    [],
    {},
    { title: '' },
    { ...whole, deliverables: 'none' },
    { ...whole, settles: 'by magic' }
  ])
    expect(unfinishedDraft(kept), JSON.stringify(kept)).toBeNull();
});
