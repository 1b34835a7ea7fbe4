import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { backupRestore } from './backup-restore';
import { bigSchool } from './big-school';
import { recordingLoss, scan12mp, talkThere } from './capture';
import { board } from './board';
import { deadlineRush } from './deadline-rush';
import { deskCpu } from './desk-cpu';
import { deskJs } from './desk-js';
import { deskRps } from './desk-rps';
import { faultRush } from './fault-rush';
import { hostileFilesBench } from './hostile-files';
import { portfolioPublic } from './portfolio';
import { feed1000, gradebook, grades400 } from './grades';
import { firstVisit } from './first-visit';
import { idle } from './idle';
import { liveFanout } from './live-fanout';
import { longLists } from './long-lists';
import { marking } from './marking';
import { pageEditor } from './page-editor';
import { pageAudit } from './page-audit';
import { pageSave } from './page-save';
import { planner } from './planner';
import { queriesPerPage } from './queries-per-page';
import { reminderSweep } from './reminder-sweep';
import { scanCorners, scanLegible } from './scan';
import { onStage, type Result, type Stage } from './stage';
import { search200k } from './search-200k';
import { store1gib } from './store-1gib';
import { submitBare } from './submit-bare';
import { submitTps } from './submit-tps';
import { partyStories } from './party-stories';
import { together30 } from './together';
import { zipClass } from './zip-class';
import { upload1gib } from './upload-1gib';

/** Every benchmark by its name. A new one is one file and one line here. */
const BENCHMARKS: Record<string, (stage: Stage) => Promise<Result[]>> = {
  'desk-rps': deskRps,
  'queries-per-page': queriesPerPage,
  'store-1gib': store1gib,
  'upload-1gib': upload1gib,
  'desk-js': deskJs,
  'first-visit': firstVisit,
  'page-audit': pageAudit,
  'long-lists': longLists,
  'search-200k': search200k,
  'submit-tps': submitTps,
  'submit-bare': submitBare,
  'desk-cpu': deskCpu,
  'big-school': bigSchool,
  'live-fanout': liveFanout,
  'deadline-rush': deadlineRush,
  'hostile-files': hostileFilesBench,
  idle,
  'fault-rush': faultRush,
  'backup-restore': backupRestore,
  'scan-corners': scanCorners,
  'scan-legible': scanLegible,
  'scan-12mp': scan12mp,
  'recording-loss': recordingLoss,
  'talk-there': talkThere,
  'page-save': pageSave,
  'page-editor': pageEditor,
  board,
  'grades-400': grades400,
  'portfolio-public': portfolioPublic,
  'gradebook-200x60': gradebook,
  'feed-1000': feed1000,
  'together-30': together30,
  'party-stories': partyStories,
  planner,
  'reminder-sweep': reminderSweep,
  marking,
  'zip-class': zipClass
};

const RESULTS = 'bench/results.json';

/** Those that count instead of timing: they say the same on any machine, and `npm test` holds them. */
const COUNTED = ['queries-per-page', 'desk-js'];

const counted = process.argv.includes('--counted');
const wanted = counted ? COUNTED : process.argv.slice(2);
const unknown = wanted.filter((name) => !(name in BENCHMARKS));
if (unknown.length > 0) {
  console.error(`There is no benchmark ${unknown.join(', ')}. There are: ${Object.keys(BENCHMARKS).join(', ')}.`);
  process.exit(2);
}

const results: Result[] = [];
await onStage(async (stage) => {
  for (const [name, measure] of Object.entries(BENCHMARKS)) {
    if (wanted.length > 0 && !wanted.includes(name)) continue;
    console.log(`· ${name} …`);
    results.push(...(await measure(stage)));
  }
});
if (!counted) {
  // What was not measured this time keeps what it showed last.
  const before = existsSync(RESULTS) ? (JSON.parse(readFileSync(RESULTS, 'utf8')) as Result[]) : [];
  const kept = before.filter(({ name }) => !results.some((one) => one.name === name));
  writeFileSync(RESULTS, `${JSON.stringify([...kept, ...results], null, 2)}\n`);
}
console.table(
  results.map((r) => ({
    name: r.name,
    value: Number(r.value.toFixed(2)),
    unit: r.unit,
    bound: `${r.direction} ${r.bound}`,
    holds: holds(r),
    floor: r.floor
  }))
);
process.exitCode = results.every(holds) ? 0 : 1;

function holds({ value, bound, direction }: Result): boolean {
  return direction === 'min' ? value >= bound : value <= bound;
}
