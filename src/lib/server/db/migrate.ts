import { SequelizeStorage, Umzug } from 'umzug';
import { installJobs } from './queue';
import { database } from './connection';
import { NewerDatabase } from './trouble';
import * as foundation from './migrations/0001-foundation';
import * as courses from './migrations/0002-courses';
import * as search from './migrations/0003-search';
import * as pieceNotes from './migrations/0004-piece-notes';
import * as gather from './migrations/0005-gather';
import * as readings from './migrations/0006-readings';
import * as receipts from './migrations/0007-receipts';
import * as changing from './migrations/0008-changing';
import * as tidings from './migrations/0009-tidings';
import * as threads from './migrations/0010-threads';
import * as likeness from './migrations/0011-likeness';
import * as told from './migrations/0012-told';
import * as keeping from './migrations/0013-keeping';
import * as kinds from './migrations/0014-kinds';
import * as judging from './migrations/0015-judging';
import * as parties from './migrations/0016-parties';
import * as thumbnails from './migrations/0017-thumbnails';
import * as moments from './migrations/0018-moments';
import * as unfinished from './migrations/0019-unfinished';
import * as searchByCourse from './migrations/0020-search-by-course';
import * as madeHere from './migrations/0021-made-here';
import * as sentAlong from './migrations/0022-sent-along';
import * as pages from './migrations/0023-pages';
import * as mergedPages from './migrations/0024-merged-pages';
import * as starters from './migrations/0025-starters';
import * as questions from './migrations/0026-questions';
import * as teachersParts from './migrations/0027-teachers-parts';
import * as placesPictures from './migrations/0028-places-pictures';
import * as remarks from './migrations/0029-remarks';
import * as marking from './migrations/0030-marking';
import * as board from './migrations/0031-board';
import * as stagesAndCredits from './migrations/0032-stages-and-credits';
import * as waiting from './migrations/0033-waiting';
import * as markers from './migrations/0034-markers';
import * as peerReading from './migrations/0035-peer-reading';
import * as voices from './migrations/0036-voices';
import * as grades from './migrations/0037-grades';
import * as plan from './migrations/0038-plan';
import * as remindersAndFamily from './migrations/0039-reminders-and-family';
import * as oneWayOfReminding from './migrations/0040-one-way-of-reminding';
import * as endsAndScales from './migrations/0041-ends-and-scales';
import * as portfolios from './migrations/0042-portfolios';
import * as together from './migrations/0043-together';
import * as ownParts from './migrations/0044-own-parts';
import * as posts from './migrations/0045-posts';
import * as tools from './migrations/0046-tools';

/** Every migration, oldest first. Each is a file of SQL with `up` and `down`. */
const MIGRATIONS: Array<{ name: string; up: string; down: string }> = [
  { name: '0001-foundation', ...foundation },
  { name: '0002-courses', ...courses },
  { name: '0003-search', ...search },
  { name: '0004-piece-notes', ...pieceNotes },
  { name: '0005-gather', ...gather },
  { name: '0006-readings', ...readings },
  { name: '0007-receipts', ...receipts },
  { name: '0008-changing', ...changing },
  { name: '0009-tidings', ...tidings },
  { name: '0010-threads', ...threads },
  { name: '0011-likeness', ...likeness },
  { name: '0012-told', ...told },
  { name: '0013-keeping', ...keeping },
  { name: '0014-kinds', ...kinds },
  { name: '0015-judging', ...judging },
  { name: '0016-parties', ...parties },
  { name: '0017-thumbnails', ...thumbnails },
  { name: '0018-moments', ...moments },
  { name: '0019-unfinished', ...unfinished },
  { name: '0020-search-by-course', ...searchByCourse },
  { name: '0021-made-here', ...madeHere },
  { name: '0022-sent-along', ...sentAlong },
  { name: '0023-pages', ...pages },
  { name: '0024-merged-pages', ...mergedPages },
  { name: '0025-starters', ...starters },
  { name: '0026-questions', ...questions },
  { name: '0027-teachers-parts', ...teachersParts },
  { name: '0028-places-pictures', ...placesPictures },
  { name: '0029-remarks', ...remarks },
  { name: '0030-marking', ...marking },
  { name: '0031-board', ...board },
  { name: '0032-stages-and-credits', ...stagesAndCredits },
  { name: '0033-waiting', ...waiting },
  { name: '0034-markers', ...markers },
  { name: '0035-peer-reading', ...peerReading },
  { name: '0036-voices', ...voices },
  { name: '0037-grades', ...grades },
  { name: '0038-plan', ...plan },
  { name: '0039-reminders-and-family', ...remindersAndFamily },
  { name: '0040-one-way-of-reminding', ...oneWayOfReminding },
  { name: '0041-ends-and-scales', ...endsAndScales },
  { name: '0042-portfolios', ...portfolios },
  { name: '0043-together', ...together },
  { name: '0044-own-parts', ...ownParts },
  { name: '0045-posts', ...posts },
  { name: '0046-tools', ...tools }
];

const seen = new SequelizeStorage({ sequelize: database, tableName: 'migrations' });

/** Migrations of the schema, with the list of those done kept in the database itself. */
export const umzug = new Umzug({
  migrations: MIGRATIONS.map(({ name, up, down }) => ({
    name,
    up: () => runSql(up),
    down: () => runSql(down)
  })),
  storage: seen,
  logger: undefined
});

/**
 * Brings the schema up to date. Several processes may try at once: an advisory lock lets one work and the rest wait.
 *
 * @returns the names of the migrations that this call ran
 */
export async function migrate(): Promise<string[]> {
  return database.transaction(async (lock) => {
    await database.query('select pg_advisory_xact_lock(80411)', { transaction: lock });
    await mustBeKnown();
    const done = (await umzug.up()).map((migration) => migration.name);
    await installJobs();
    return done;
  });
}

/** @throws NewerDatabase where the database has seen migrations that this version does not know */
async function mustBeKnown(): Promise<void> {
  const known = new Set(MIGRATIONS.map(({ name }) => name));
  const strange = (await seen.executed()).filter((name) => !known.has(name));
  if (strange.length > 0) throw new NewerDatabase(strange);
}

/** The names of migrations that this version knows and the database has not seen. */
export async function pendingMigrations(): Promise<string[]> {
  return (await umzug.pending()).map((migration) => migration.name);
}

async function runSql(sql: string): Promise<void> {
  await database.transaction((tx) => database.query(sql, { transaction: tx, raw: true }));
}
