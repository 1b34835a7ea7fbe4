import type { Way } from '../judging/ways';
import { GRADE_STATES, stateWords, type GradeState } from './state';

/** One student on one assignment, as the progress board shows it. */
export interface BoardCell {
  state: GradeState;
  /** It was late. */
  late: boolean;
  /** Points that count, after lateness; null where there are none. */
  points: number | null;
  /** Its owner lets classmates see it. */
  shown: boolean;
}

/** A student's row. `cells`: one for each column, packed; of those that are not the reader's to see nothing is said. */
export interface BoardRow {
  id: string;
  name: string;
  cells: string;
}

export interface BoardColumn {
  id: string;
  title: string;
  unit: string | null;
  due: number | null;
  points: number | null;
  /** How it is judged. */
  settles: Way;
}

/**
 * A row's cells as one text: a board of twelve thousand cells is sent and read as so many short words instead of objects. A letter
 * for the state, `!` for late, `+` for shown, then the points; nothing for a cell that is not the reader's to see.
 */
export const packCells = (cells: ReadonlyArray<BoardCell | null>): string =>
  cells
    .map((cell) =>
      cell === null
        ? ''
        : `${LETTERS[GRADE_STATES.indexOf(cell.state)] ?? ''}${cell.late ? '!' : ''}${cell.shown ? '+' : ''}${cell.points ?? ''}`
    )
    .join(' ');

/** The same back again. */
export const unpackCells = (text: string): Array<BoardCell | null> => text.split(' ').map(unpacked);

function unpacked(word: string): BoardCell | null {
  const [, letter = '', marks = '', points = ''] = WORD.exec(word) ?? [];
  const state = GRADE_STATES[LETTERS.indexOf(letter)];
  if (letter === '' || state === undefined) return null;
  const [late, shown] = [marks.includes('!'), marks.includes('+')];
  return { state, late, shown, points: points === '' ? null : Number(points) };
}

const LETTERS = 'abcdefghijklmnop';
const WORD = /^([a-p])([!+]*)(-?[\d.e+-]*)$/;

/** What is said of a cell: teachers read it from the other side. */
export const cellWords = (state: GradeState, reader: 'student' | 'teacher'): string =>
  (reader === 'teacher' ? TEACHER_WORDS[state] : undefined) ?? stateWords(state);
const TEACHER_WORDS: Partial<Record<GradeState, string>> = {
  waiting: 'With you',
  again: 'Another round asked',
  gone: 'Taken back: you have nothing',
  undated: 'With the student, at their own pace',
  returned: 'Given back'
};

/** What a teacher, or its student, looks for on the board. */
export const BOARD_FILTERS = ['all', 'waiting', 'overdue', 'again', 'returned'] as const;
export type BoardFilter = (typeof BOARD_FILTERS)[number];

const MEANT: Record<Exclude<BoardFilter, 'all'>, ReadonlySet<GradeState>> = {
  waiting: new Set(['waiting']),
  overdue: new Set(['overdue', 'gone', 'closed']),
  again: new Set(['again']),
  returned: new Set(['returned', 'in-person', 'declared', 'excused'])
};
/** Whether a cell is what is looked for. */
export const isMeant = (cell: BoardCell | null, filter: BoardFilter): boolean =>
  filter === 'all' || (cell !== null && MEANT[filter].has(cell.state));
