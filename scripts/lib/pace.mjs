/**
 * How long a fixed piece of computing takes here and now, in seconds of a processor: a run of the tests is as fast as its machine, which
 * is not the same from hour to hour where others share it. Text is taken apart and put together, as most of what the tests wait for is.
 *
 * What it waits for a processor is not counted, so that it can be asked beside other work.
 *
 * @param {number} [share] of the piece that is done, for whoever asks often; the answer is for all of it
 * @returns {number} about 1 on the machine on which it was written, when that had nothing else to do
 */
export function pace(share = 1) {
  const turns = Math.ceil(TURNS * share);
  const begun = process.cpuUsage();
  let kept = 0;
  for (let turn = 0; turn < turns; turn++) {
    const rows = Array.from({ length: 2000 }, (_, n) => ({ id: n, title: `Station ${n} of ${turn}`, at: [n, turn] }));
    const again = JSON.parse(JSON.stringify(rows));
    kept += again.map((/** @type {{ title: string }} */ { title }) => title).sort().length;
  }
  if (kept !== turns * 2000) throw new Error('What was computed is not what it was.');
  const { user, system } = process.cpuUsage(begun);
  return ((user + system) / 1_000_000) * (TURNS / turns);
}

const TURNS = 360;

/**
 * Asks for the pace every ten seconds, for a tenth of a second each, until it is stopped.
 *
 * @returns {() => number} stops it, and says what the pace was in the middle of all that were asked
 */
export function watchPace() {
  // The first one also pays for being compiled.
  pace(SHARE);
  const paces = [pace(SHARE)];
  const watch = setInterval(() => paces.push(pace(SHARE)), 10_000);
  return () => {
    clearInterval(watch);
    const sorted = paces.toSorted((a, b) => a - b);
    return sorted[Math.floor(sorted.length / 2)] ?? 0;
  };
}

const SHARE = 0.1;
