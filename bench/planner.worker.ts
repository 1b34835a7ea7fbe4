import { parentPort } from 'node:worker_threads';
import { freeTime, USUAL_HOURS, USUAL_SITTING } from '../src/lib/core/plan/free-time';
import { placesIn, plan, type PlanTask } from '../src/lib/core/plan/planner';
import { isOnTime, sittingsOf } from '../src/lib/core/plan/sittings';
import { DAY, HOUR } from '../src/lib/core/time/moment';

const NOW = Date.parse('2027-03-08T12:00:00Z');
const ZONE = 'Atlantic/Faroe';

/** Numbers that look random and are the same in every run (mulberry32). */
function dice(seed: number): () => number {
  let a = seed;
  return () => {
    a = (a + 0x6d2b79f5) | 0;
    let t = Math.imul(a ^ (a >>> 15), 1 | a);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}

function tasks(count: number, days: number, roll: () => number): PlanTask[] {
  return Array.from({ length: count }, (_, i) => ({
    id: `t${i}`,
    minutes: 15 + Math.floor(roll() * 180),
    opens: roll() < 0.2 ? NOW + roll() * days * DAY * 0.5 : null,
    due: roll() < 0.9 ? NOW + Math.floor(roll() * days * 24) * HOUR : null,
    overdue: false,
    better: null,
    weight: Math.ceil(roll() * 20),
    before: 0,
    paced: false
  }));
}

const free = freeTime(USUAL_HOURS, [], { from: NOW, to: NOW + 60 * DAY }, ZONE);

function timed(count: number): number {
  const list = tasks(count, 60, dice(count));
  plan(list, free, USUAL_SITTING, ZONE);
  const turns = count > 1000 ? 3 : 20;
  const begun = performance.now();
  for (let i = 0; i < turns; i++) plan(list, free, USUAL_SITTING, ZONE);
  return (performance.now() - begun) / turns;
}

/** Every way of giving sittings places, or none: the least minutes that are left without. */
function least(fits: number[][], minutes: number[], used: Set<number>, at: number): number {
  if (at === fits.length) return 0;
  let best = (minutes[at] ?? 0) + least(fits, minutes, used, at + 1);
  for (const place of fits[at] ?? [])
    if (!used.has(place)) best = Math.min(best, least(fits, minutes, new Set([...used, place]), at + 1));
  return best;
}

function worst(): { worse: number; cases: number } {
  const roll = dice(7);
  const short = free.slice(0, 2);
  let [worse, cases] = [0, 0];
  while (cases < 2000) {
    const list = tasks(1 + Math.floor(roll() * 4), 2, roll);
    const units = list.flatMap((task) => sittingsOf(task, USUAL_SITTING, { from: NOW, to: NOW + 2 * DAY }));
    if (units.length > 6) continue;
    cases++;
    const places = placesIn(short, USUAL_SITTING, ZONE);
    const fits = units.map((unit) => places.flatMap((place, i) => (isOnTime(unit, place) ? [i] : [])));
    const best = least(
      fits,
      units.map(({ minutes }) => minutes),
      new Set(),
      0
    );
    worse = Math.max(worse, plan(list, short, USUAL_SITTING, ZONE).lateMinutes - best);
  }
  return { worse, cases };
}

parentPort?.postMessage({ took: { 30: timed(30), 300: timed(300), 3000: timed(3000) }, ...worst() });
