<script lang="ts">
  import Icon from '$ui/icons/Icon.svelte';
  import { isMeant, unpackCells, type BoardColumn, type BoardFilter, type BoardRow } from '$core/grades/board';
  import { absolute } from '$core/time/words';
  import EmptyState from '$ui/primitives/EmptyState.svelte';
  import OneButton from '$ui/primitives/OneButton.svelte';
  import { getNow, getZone } from '$ui/time/reader';
  import BoardCells from './BoardCells.svelte';
  import BoardFilters from './BoardFilters.svelte';
  import BoardKey from './BoardKey.svelte';
  import OwnCells from './OwnCells.svelte';

  interface Props {
    board: { columns: BoardColumn[]; rows: BoardRow[]; open: boolean; own: string | null };
    /** The course's name in addresses. */
    course: string;
  }
  /** All assignments of a course against its people: where each work stands, and the way to it. */
  const { board, course }: Props = $props();
  const zone = $derived.by(getZone());
  const now = $derived.by(getNow());
  const teaches = $derived(board.own === null);
  const reader = $derived(teaches ? 'teacher' : 'student');

  let filter = $state<BoardFilter>('all');
  let unit = $state('');
  let sought = $state('');
  const units = $derived([...new Set(board.columns.flatMap(({ unit }) => unit ?? []))]);
  const columns = $derived(
    board.columns.flatMap((column, at) => (unit === '' || column.unit === unit ? [{ ...column, at }] : []))
  );
  const all = $derived(board.rows.map((row) => ({ ...row, cells: unpackCells(row.cells) })));
  const rows = $derived(
    all.filter(
      ({ name, cells }) =>
        name.toLowerCase().includes(sought.trim().toLowerCase()) &&
        (filter === 'all' || columns.some(({ at }) => isMeant(cells[at] ?? null, filter)))
    )
  );
  const count = (at: number, wanted: BoardFilter) =>
    all.filter(({ cells }) => isMeant(cells[at] ?? null, wanted)).length;
  const FILTERS = $derived<Record<BoardFilter, string>>({
    all: 'Everything',
    waiting: teaches ? 'With you' : 'With your teacher',
    overdue: 'Overdue, nothing there',
    again: 'Another round asked',
    returned: 'Settled'
  });
  const hrefOf = (assignment: string, student: string) =>
    `/courses/${course}/board/cell?assignment=${assignment}&student=${student}`;
</script>

<div class="mb-3 flex flex-wrap items-end gap-x-4 gap-y-2">
  <h2 class="text-2xl font-semibold">Progress board</h2>
  <a class="btn ml-auto btn-sm" href="/courses/{course}/board/csv" download><Icon name="download" size={16} /> As CSV</a
  >
  {#if teaches}
    <OneButton action="?/open" fields={{ open: board.open ? 'no' : 'yes' }} class="btn btn-sm"
      >{board.open ? 'Close it to the class' : 'Open it to the class'}</OneButton
    >
  {/if}
</div>
<p class="mb-3 max-w-prose text-sm">
  {#if teaches}
    {board.open
      ? 'Students see their own row, and of others what these choose to show.'
      : 'Students see their own row alone. Open it where a class works in front of each other: each then chooses what to show.'}
  {:else if board.open}Your row is yours. Of others you see what they chose to show, and they see of yours what you
    choose.
  {:else}Your own row. Nobody else of the class sees it.{/if}
</p>
{#if board.columns.length === 0}
  <EmptyState><p>Nothing has been set in this course yet. Each assignment becomes a column here.</p></EmptyState>
{:else if board.rows.length === 0}
  <EmptyState><p>Nobody studies in this course yet.</p></EmptyState>
{:else}
  <BoardFilters words={FILTERS} bind:filter bind:sought many={board.rows.length > 1}>
    {#if units.length > 1}
      <select class="select w-auto select-sm" aria-label="Which part of the course" bind:value={unit}>
        <option value="">The whole course</option>
        {#each units as name (name)}<option>{name}</option>{/each}
      </select>
    {/if}
  </BoardFilters>
  <BoardKey {reader} />
  <!-- svelte-ignore a11y_no_noninteractive_tabindex (a wide board is scrolled by keyboard too) -->
  <div class="board" tabindex="0" role="region" aria-label="The board">
    <table>
      <thead>
        <tr>
          <th scope="col" class="board-name">Student</th>
          {#each columns as { id, title, due, at } (id)}
            <th scope="col">
              <a class="link link-hover" href="/assignments/{id}">{title}</a>
              <span class="board-when">{due === null ? 'no due date' : absolute(due, zone, now)}</span>
              {#if teaches}
                {@const waiting = count(at, 'waiting')}
                {#if waiting > 0}<a class="board-when link" href="/marking?of={id}">{waiting} with you</a>{/if}
              {/if}
            </th>
          {/each}
        </tr>
      </thead>
      <tbody>
        {#each rows as row (row.id)}
          <tr>
            <th scope="row" class="board-name">
              {#if teaches}<a class="link link-hover" href="/people/{row.id}">{row.name}</a>
              {:else}{row.id === board.own ? 'You' : row.name}{/if}
            </th>
            <BoardCells
              cells={row.cells}
              {columns}
              {filter}
              {reader}
              href={teaches || row.id === board.own ? (assignment) => hrefOf(assignment, row.id) : null}
            />
          </tr>
        {/each}
      </tbody>
    </table>
  </div>
  {#if rows.length === 0}<p class="mt-3" role="status">Nobody here has anything like that.</p>{/if}
  {#if board.open && board.own !== null}
    <OwnCells {columns} cells={all.find(({ id }) => id === board.own)?.cells ?? []} />
  {/if}
{/if}
