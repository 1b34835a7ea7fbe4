import { expect, it } from 'vitest';
import { pauseWords } from './calendar';
import { RULE_NAMES, rulesFor, StandingRules, wantsOf } from './rules';

const own = {
  late: { kind: 'none' as const },
  allowance: 1,
  takeBack: false,
  counts: 'best' as const,
  standsAgain: true,
  followMinutes: 0
};
const course = StandingRules.parse({ late: { kind: 'flat', percent: 10 }, allowance: 3 });

it('takes from the course exactly the rules that an assignment follows', () => {
  expect(rulesFor(own, [], course)).toEqual(own);
  expect(rulesFor(own, ['late'], course)).toEqual({ ...own, late: course.late });
  expect(rulesFor(own, [...RULE_NAMES], course)).toEqual({
    late: course.late,
    allowance: 3,
    takeBack: true,
    counts: 'latest',
    standsAgain: false,
    followMinutes: 30
  });
});

it('asks of a new deliverable what the course asks of all', () => {
  expect(wantsOf(StandingRules.parse({}))).toEqual({});
  expect(wantsOf(StandingRules.parse({ kinds: ['file', 'scan'], naming: '{surname}' }))).toEqual({
    kinds: ['file', 'scan'],
    naming: '{surname}'
  });
  // No kind at all would be a place that nothing fits.
  expect(wantsOf(StandingRules.parse({ kinds: [] }))).toEqual({});
});

it('explains a wait by the calendar, and is silent where nothing explains it', () => {
  const stretch = { id: 'x', title: 'Regatta week', first: '2027-03-18', last: '2027-03-24' };
  expect(pauseWords({ ...stretch, kind: 'marking-pause' }, '24 March')).toBe(
    'Regatta week lasts until 24 March: nothing is marked.'
  );
  expect(pauseWords({ ...stretch, kind: 'holiday' }, '24 March')).toContain('no lessons');
  expect(pauseWords(null, '')).toBeNull();
});
