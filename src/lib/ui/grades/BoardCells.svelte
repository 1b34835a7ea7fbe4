<script lang="ts">
  import { cellWords, isMeant, type BoardCell, type BoardFilter } from '$core/grades/board';
  import { BOARD_GLYPHS } from './board-glyphs';

  interface Props {
    cells: ReadonlyArray<BoardCell | null>;
    columns: ReadonlyArray<{ id: string; at: number; points: number | null }>;
    filter: BoardFilter;
    reader: 'student' | 'teacher';
    /** Where a cell leads; null where nothing behind it is the reader's. */
    href: ((assignment: string) => string) | null;
  }
  /** One person's cells: a shape for where the work stands, points where there are some. Each shape is said in words too. */
  const { cells, columns, filter, reader, href }: Props = $props();
  const words = ({ state, late, points }: BoardCell) =>
    `${cellWords(state, reader)}${late ? ', late' : ''}${points === null ? '' : `, ${points} points`}`;
</script>

{#each columns as { id, at } (id)}{@const cell = cells[at] ?? null}<td
    class={['board-cell', cell && `board-${cell.state}`, !isMeant(cell, filter) && 'board-dim']}
    >{#if cell}{@const said = words(cell)}{#if href}<a
          href={href(id)}
          title={said}
          aria-label={said}
          data-sveltekit-preload-data="off">{BOARD_GLYPHS[cell.state]}{cell.points ?? ''}{cell.late ? '′' : ''}</a
        >{:else}<span title={said} role="img" aria-label={said}>{BOARD_GLYPHS[cell.state]}</span>{/if}{/if}</td
  >{/each}
