<script lang="ts">
  import { cellWords, isMeant, type BoardCell, type BoardFilter } from '$core/grades/board';
  import type { BookRow } from '$core/grades/book';
  import { BOARD_GLYPHS } from './board-glyphs';

  interface Props {
    row: Omit<BookRow, 'cells'> & { cells: ReadonlyArray<BoardCell | null> };
    home: string;
    filter: BoardFilter;
    /** Its first cell is where the keyboard comes in. */
    first: boolean;
    /** Which of its cells is open; null for none. */
    openAt: number | null;
  }
  /** One student of the grade book: the result, and a cell for each assignment. */
  const { row, home, filter, first, openAt }: Props = $props();
  const words = ({ state, late, points }: BoardCell) =>
    `${cellWords(state, 'teacher')}${late ? ', late' : ''}${points === null ? '' : `, ${points} points`}`;
</script>

<tr data-student={row.id}>
  <th scope="row" class="board-name"><a class="link link-hover" href="{home}/{row.id}">{row.name}</a></th>
  <td class="figures"
    ><b class="px-2">{row.result ?? '–'}</b>{#if row.override}<small
        title="Reckoned: {row.reckoned ?? 'no result'}. {row.override.reason}">set by hand</small
      >{:else if row.passed === false}<small>not passed</small>{/if}</td
  >
  {#each row.cells as cell, at (at)}<td
      data-at={at}
      tabindex={first && at === 0 ? 0 : -1}
      class={[
        'board-cell px-2',
        cell && `board-${cell.state}`,
        !isMeant(cell, filter) && 'board-dim',
        openAt === at && 'board-open'
      ]}
      aria-label={cell ? words(cell) : undefined}
      >{#if cell}{BOARD_GLYPHS[cell.state]}{cell.points ?? ''}{cell.late ? '′' : ''}{/if}</td
    >{/each}
</tr>
