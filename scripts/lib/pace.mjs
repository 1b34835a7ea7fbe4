/**
 * How long a fixed piece of computing takes here and now, in seconds: a run of the tests is as fast as its machine, which is not the
 * same from hour to hour where others share it. Text is taken apart and put together, as most of what the tests wait for is.
 *
 * @returns {number} about 1 on the machine on which it was written, when that had nothing else to do
 */
export function pace() {
  const begun = performance.now();
  let kept = 0;
  for (let turn = 0; turn < TURNS; turn++) {
    const rows = Array.from({ length: 2000 }, (_, n) => ({ id: n, title: `Station ${n} of ${turn}`, at: [n, turn] }));
    const again = JSON.parse(JSON.stringify(rows));
    kept += again.map((/** @type {{ title: string }} */ { title }) => title).sort().length;
  }
  if (kept !== TURNS * 2000) throw new Error('What was computed is not what it was.');
  return (performance.now() - begun) / 1000;
}

const TURNS = 360;
