import type { GradeState } from '$core/grades/state';

/** Where a work stands, as a shape small enough for a board: two seats, the filled one holds it; a ring once it is settled. */
export const BOARD_GLYPHS: Record<GradeState, string> = {
  again: '●←○ ',
  gone: '●←× ',
  overdue: '●–○! ',
  returned: '◯ ',
  'in-person': '◯ ',
  waiting: '○→● ',
  due: '●–○ ',
  undated: '●–○ ',
  'not-open': '· ',
  declared: '◯ ',
  excused: '◯ ',
  closed: '●–| '
};
