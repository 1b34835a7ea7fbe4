<script lang="ts">
  import Icon from '$ui/icons/Icon.svelte';
  import { isMeant, unpackCells, type BoardFilter } from '$core/grades/board';
  import type { GradeBook } from '$core/grades/book';
  import { absolute } from '$core/time/words';
  import EmptyState from '$ui/primitives/EmptyState.svelte';
  import { getNow, getZone } from '$ui/time/reader';
  import BoardFilters from './BoardFilters.svelte';
  import BoardKey from './BoardKey.svelte';
  import BookCell from './BookCell.svelte';
  import BookRow from './BookRow.svelte';
  import { moveInTable } from './move-in-table';

  interface Props {
    book: GradeBook;
    /** The course's name in addresses. */
    course: string;
  }
  /** A class by its assignments, with what each adds up to: a cell opens where it stands, to be read and written. */
  const { book, course }: Props = $props();
  const zone = $derived.by(getZone());
  const now = $derived.by(getNow());
  const home = $derived(`/courses/${course}/grades`);
  const columns = $derived(book.columns);
  let filter = $state<BoardFilter>('all');
  let sought = $state('');
  let open = $state<{ student: string; at: number } | null>(null);
  const all = $derived(book.rows.map((row) => ({ ...row, cells: unpackCells(row.cells) })));
  const rows = $derived(
    all.filter(
      ({ name, cells }) =>
        name.toLowerCase().includes(sought.trim().toLowerCase()) &&
        (filter === 'all' || cells.some((cell) => isMeant(cell, filter)))
    )
  );
  const opened = $derived(open && all.find(({ id }) => id === open?.student));
  const FILTERS: Record<BoardFilter, string> = {
    all: 'Everything',
    waiting: 'With you',
    overdue: 'Overdue, nothing there',
    again: 'Another round asked',
    returned: 'Settled'
  };

  function openCell(event: Event) {
    const cell = (event.target as HTMLElement).closest<HTMLElement>('td[data-at]');
    const student = cell?.closest('tr')?.dataset.student;
    if (cell && student) open = { student, at: Number(cell.dataset.at) };
  }

  function onkeydown(event: KeyboardEvent) {
    if (event.key === 'Enter') openCell(event);
    else if (event.key === 'Escape') open = null;
    else moveInTable(event);
  }
</script>

<div class="mb-3 flex flex-wrap items-end gap-x-3 gap-y-2">
  <h2 class="grow text-2xl font-semibold">Grade book</h2>
  <a class="btn btn-sm" href="{home}/scheme">How it counts</a>
  <a class="btn btn-sm" href="{home}/csv" download><Icon name="download" size={16} /> As CSV</a>
  <a class="btn btn-sm" href="{home}/take"><Icon name="upload" size={16} /> Points from CSV</a>
</div>
{#if !book.own}<p class="mb-2 max-w-prose text-sm">
    This course has no scheme of its own yet: it counts as is usual. Say under “How it counts” what holds here.
  </p>{/if}
{#if book.outside.length > 0}<p class="mb-2 max-w-prose text-sm font-semibold">
    In no category, so they do not count: {book.outside.join(', ')}.
  </p>{/if}
{#if columns.length === 0}
  <EmptyState><p>Nothing has been set in this course yet. Each assignment becomes a column here.</p></EmptyState>
{:else if book.rows.length === 0}
  <EmptyState><p>Nobody studies in this course yet.</p></EmptyState>
{:else}
  <BoardFilters words={FILTERS} bind:filter bind:sought many />
  <BoardKey reader="teacher" />
  {#if open && opened}
    {#key `${open.student} ${open.at}`}
      <BookCell
        {course}
        student={{ id: opened.id, name: opened.name }}
        assignment={{ id: columns[open.at]?.id ?? '', title: columns[open.at]?.title ?? '' }}
        onclose={() => (open = null)}
      />
    {/key}
  {/if}
  <div class="board">
    <table role="grid" aria-label="Grade book" onclick={openCell} {onkeydown}>
      <thead>
        <tr>
          <th scope="col" class="board-name">Student</th>
          <th scope="col">Result</th>
          {#each columns as { id, title, due, points } (id)}
            <th scope="col">
              <a class="link link-hover" href="/assignments/{id}">{title}</a>
              <span class="board-when"
                >{due === null ? 'no due date' : absolute(due, zone, now)}{points === null
                  ? ''
                  : `, of ${points}`}</span
              >
            </th>
          {/each}
        </tr>
      </thead>
      <tbody>
        {#each rows as row, i (row.id)}
          <BookRow {row} {home} {filter} first={i === 0} openAt={open?.student === row.id ? open.at : null} />
        {/each}
      </tbody>
    </table>
  </div>
  {#if rows.length === 0}<p class="mt-3" role="status">Nobody here has anything like that.</p>{/if}
{/if}
