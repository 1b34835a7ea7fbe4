import { createInterface } from 'node:readline/promises';
import { parseArgs } from 'node:util';
import { ensureInstalled, ensureProgramsBuilt } from './lib/fresh.mjs';
import { runProgram } from './lib/programs.mjs';
import { runScript, say, Trouble } from './lib/say.mjs';
import { openWorld, prepareWorld } from './lib/world.mjs';

/** What is asked, by the flag that answers it beforehand. */
const QUESTIONS = /** @type {const} */ ([
  ['name', 'What is the school called?', ''],
  [
    'zone',
    'In which time zone does it lie? (such as Atlantic/Faroe)',
    Intl.DateTimeFormat().resolvedOptions().timeZone
  ],
  ['office-name', 'Who keeps its office? (first and family name)', ''],
  ['office-account', 'The account name of the office', 'office'],
  ['office-mail', 'The mail address of the office', ''],
  ['teacher-name', 'Who is its first teacher? (first and family name)', ''],
  ['teacher-account', 'The account name of the teacher', ''],
  ['teacher-mail', 'The mail address of the teacher', '']
]);

/**
 * `npm run school`: makes a school of one's own with its office and first teacher, in an empty database. Asks what no flag
 * has said. The two choose their passwords by the links that it prints.
 */
await runScript(async () => {
  const options = Object.fromEntries(QUESTIONS.map(([flag]) => [flag, { type: /** @type {const} */ ('string') }]));
  const { values } = parseArgs({ options });
  const given = await answers(/** @type {Record<string, string | undefined>} */ (values));
  await ensureInstalled();
  await ensureProgramsBuilt();
  const world = await openWorld();
  process.env.VENDRO_DEMO = 'none';
  await prepareWorld(world.env);
  const origin = process.env.ORIGIN ?? `http://127.0.0.1:${process.env.PORT ?? 5280}`;
  const school = JSON.stringify({
    name: given.name,
    zone: given.zone,
    office: { name: given['office-name'], handle: given['office-account'], email: given['office-mail'] },
    teacher: { name: given['teacher-name'], handle: given['teacher-account'], email: given['teacher-mail'] }
  });
  const links = await runProgram('make-school', { ...world.env, ORIGIN: origin }, { args: [school], quiet: true })
    .then((printed) => JSON.parse(printed.trim().split('\n').at(-1) ?? '{}'))
    .catch((error) => {
      throw new Trouble(String(error.message).split('\n').slice(1).join('\n').trim() || error.message);
    })
    .finally(async () => {
      if (!(await serves(origin))) await world.stop();
    });
  say(`\n${given.name} is there. Start it with: VENDRO_DEMO=none npm start\n`);
  say('Each of these links works once, for a week. Whoever opens one chooses the password of that account:\n');
  say(`  ${given['office-account']} (office)   ${links.office}`);
  say(`  ${given['teacher-account']} (teacher)  ${links.teacher}\n`);
});

/** @param {Record<string, string | undefined>} flags @returns {Promise<Record<string, string>>} */
async function answers(flags) {
  /** @type {Record<string, string>} */
  const given = {};
  const missing = QUESTIONS.filter(([flag]) => flags[flag] === undefined);
  if (missing.length > 0 && !process.stdin.isTTY)
    throw new Trouble(`Say ${missing.map(([flag]) => `--${flag}`).join(', ')}, or run it where it can ask.`);
  const asking = createInterface({ input: process.stdin, output: process.stdout });
  for (const [flag, question, usual] of QUESTIONS) {
    let answer = flags[flag];
    while (!answer) answer = (await asking.question(`${question}${usual ? ` [${usual}]` : ''} `)).trim() || usual;
    given[flag] = answer;
  }
  asking.close();
  return given;
}

/** A server that runs on the same cluster goes on. @param {string} base */
async function serves(base) {
  return (await fetch(`${base}/healthz`).catch(() => null)) !== null;
}
