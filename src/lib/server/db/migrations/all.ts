import * as foundation from './0001-foundation';
import * as courses from './0002-courses';
import * as search from './0003-search';
import * as pieceNotes from './0004-piece-notes';
import * as gather from './0005-gather';
import * as readings from './0006-readings';
import * as receipts from './0007-receipts';
import * as changing from './0008-changing';
import * as tidings from './0009-tidings';
import * as threads from './0010-threads';
import * as likeness from './0011-likeness';
import * as told from './0012-told';
import * as keeping from './0013-keeping';
import * as kinds from './0014-kinds';
import * as judging from './0015-judging';
import * as parties from './0016-parties';
import * as thumbnails from './0017-thumbnails';
import * as moments from './0018-moments';
import * as unfinished from './0019-unfinished';
import * as searchByCourse from './0020-search-by-course';
import * as madeHere from './0021-made-here';
import * as sentAlong from './0022-sent-along';
import * as pages from './0023-pages';
import * as mergedPages from './0024-merged-pages';
import * as starters from './0025-starters';
import * as questions from './0026-questions';
import * as teachersParts from './0027-teachers-parts';
import * as placesPictures from './0028-places-pictures';
import * as remarks from './0029-remarks';
import * as marking from './0030-marking';
import * as board from './0031-board';
import * as stagesAndCredits from './0032-stages-and-credits';
import * as waiting from './0033-waiting';
import * as markers from './0034-markers';
import * as peerReading from './0035-peer-reading';
import * as voices from './0036-voices';
import * as grades from './0037-grades';
import * as plan from './0038-plan';
import * as remindersAndFamily from './0039-reminders-and-family';
import * as oneWayOfReminding from './0040-one-way-of-reminding';
import * as endsAndScales from './0041-ends-and-scales';
import * as portfolios from './0042-portfolios';
import * as together from './0043-together';
import * as ownParts from './0044-own-parts';
import * as posts from './0045-posts';
import * as tools from './0046-tools';

/** Every migration, oldest first. Each is a file of SQL with `up` and `down`. */
export const MIGRATIONS: Array<{ name: string; up: string; down: string }> = [
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
