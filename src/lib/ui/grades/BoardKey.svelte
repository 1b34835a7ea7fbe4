<script lang="ts">
  import { cellWords } from '$core/grades/board';
  import type { GradeState } from '$core/grades/state';
  import { BOARD_GLYPHS } from './board-glyphs';

  /** What the shapes of the board mean. */
  const { reader }: { reader: 'student' | 'teacher' } = $props();
  const SHOWN: GradeState[] = ['due', 'waiting', 'again', 'gone', 'overdue', 'returned', 'closed'];
</script>

<ul class="mb-3 flex flex-wrap gap-x-5 gap-y-1 text-sm" aria-label="What the shapes mean">
  {#each SHOWN as state (state)}
    <li>
      <span class="board-cell board-{state}" aria-hidden="true">{BOARD_GLYPHS[state]}</span>
      {cellWords(state, reader)}
    </li>
  {/each}
  <li><span aria-hidden="true">′</span> late</li>
</ul>
