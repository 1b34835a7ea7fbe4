import { describe, expect, it } from 'vitest';
import { stageAfter, stageOf, stagePlace, stagesBefore, trackProblem, trackProblemWords } from './stages';
import type { Stage, Track } from './track';

const stage = (id: string, over: Partial<Stage> = {}): Stage =>
  ({ id, title: id, asks: false, office: null, ...over }) as Stage;
const TRACK: Track = [
  stage('Proposal', { asks: true }),
  stage('Leave', { office: { id: 'o', name: 'Harbour office' } as Stage['office'] }),
  stage('Work')
];

describe('a track', () => {
  it('leads from its first stage to its last, and back to those before', () => {
    const [first, second, last] = TRACK as [Stage, Stage, Stage];
    expect([stageOf(TRACK, null), stageOf(TRACK, { id: 'Leave' }), stageOf(TRACK, { id: 'gone' })]).toEqual([
      first,
      second,
      first
    ]);
    expect([stageAfter(TRACK, first), stageAfter(TRACK, last)]).toEqual([second, null]);
    expect([stagesBefore(TRACK, first), stagesBefore(TRACK, last)]).toEqual([[], [first, second]]);
    expect([stageOf([], null), stagePlace([], null)]).toEqual([null, null]);
    expect(stagePlace(TRACK, { id: 'Leave', since: 0, moved: 'on' })).toEqual({
      title: 'Leave',
      office: 'Harbour office',
      moved: 'on'
    });
  });

  it('begins with something to hand over, and calls no two stages the same', () => {
    expect(trackProblem(TRACK)).toBeNull();
    const problems = [
      trackProblem([]),
      trackProblem(TRACK.slice(1)),
      trackProblem([...TRACK, stage('other', { title: 'PROPOSAL' })]),
      trackProblem([...TRACK, stage('Work', { title: 'More work' })])
    ];
    expect(problems).toEqual(['no-stages', 'first-stage-asks', 'stage-twice', 'stage-twice']);
    for (const problem of problems) expect(problem && trackProblemWords(problem)).toMatch(/\.$/);
  });
});
