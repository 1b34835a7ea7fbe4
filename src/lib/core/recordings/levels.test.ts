import { describe, expect, it } from 'vitest';
import { drawnLevels, filmTroubles, silences, soundTroubles, MOST_LEVELS } from './levels';
import { RecordingFacts } from './recorded';

const speech = (loud: number, tenths = 100) => [
  0.01,
  0.01,
  ...Array.from({ length: tenths }, (_, i) => (i % 5 === 0 ? 0.02 : loud))
];

describe('how a recording sounds', () => {
  it.each([
    ['as it should', { levels: speech(0.4), clipped: 0 }, []],
    ['of nothing', { levels: Array<number>(50).fill(0.002), clipped: 0 }, ['silent']],
    ['too quiet', { levels: speech(0.04), clipped: 0 }, ['quiet']],
    ['too loud', { levels: speech(1), clipped: 0.01 }, ['clipped']],
    ['cut off at its start', { levels: [0.4, ...speech(0.4)], clipped: 0 }, ['cut-in']]
  ] as const)('%s', (_, sound, troubles) => {
    expect(soundTroubles(sound)).toEqual(troubles);
  });

  it('has silences that are longer than a breath, to its end', () => {
    const levels = [
      ...Array<number>(30).fill(0.5),
      ...Array<number>(25).fill(0),
      ...Array<number>(10).fill(0.5),
      ...Array<number>(15).fill(0)
    ];
    expect(silences(levels)).toEqual([{ from: 3, to: 5.5 }]);
  });

  it('is drawn of a bounded number of values, of which none hides a loud moment', () => {
    const levels = Array.from({ length: 36_000 }, (_, i) => (i === 20_000 ? 1.3 : 0.1));
    const drawn = drawnLevels(levels);
    expect(drawn.length).toBeLessThanOrEqual(MOST_LEVELS);
    expect(Math.max(...drawn)).toBe(255);
    expect(RecordingFacts.safeParse({ film: false, levels: drawn, every: 3, troubles: [] }).success).toBe(true);
  });
});

describe('how a recording looks', () => {
  const seen = (light: number, change: number) => Array.from({ length: 10 }, () => ({ light, change }));
  it('is black, frozen or fine; a screen may stand still', () => {
    expect(filmTroubles(seen(3, 0), true)).toEqual(['black']);
    expect(filmTroubles(seen(120, 0), true)).toEqual(['frozen']);
    expect(filmTroubles(seen(120, 0), false)).toEqual([]);
    expect(filmTroubles(seen(120, 4), true)).toEqual([]);
  });
});
