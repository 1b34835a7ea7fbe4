import { describe, expect, it } from 'vitest';
import { parseReach } from './reach';

describe('what an operator lets be reached', () => {
  it('is read by names, addresses, networks and ports', () => {
    const read = parseReach(
      'store.school.example, *.lab.example:8443,10.4.0.0/16 , 10.4.0.7:8090, [fd00::7]:8090, [fd00::]/8'
    );
    expect(read.map(({ name, port, network }) => [name, port, network?.[1] ?? null])).toEqual([
      ['store.school.example', null, null],
      ['.lab.example', 8443, null],
      [null, null, 16],
      [null, 8090, 32],
      [null, 8090, 128],
      [null, null, 8]
    ]);
    expect(parseReach('')).toEqual([]);
  });

  it.each(['http://store.example', 'store.example/8', '10.0.0.0/64', 'a b', 'store:0', '[fd00::7', '*'])(
    '%s is said to be wrong',
    (text) => {
      expect(() => parseReach(text)).toThrow(`“${text}”`);
    }
  );
});
