<script lang="ts">
  import Icon from '$ui/icons/Icon.svelte';
  import type { Row } from '@tanstack/table-core';
  import { onMount, type Snippet } from 'svelte';
  import { countedPoints } from '$core/grades/points';
  import { filtersOf, classFilterWords, holderRank, isInFilter, type ClassFilter } from '$core/marking/class-filter';
  import type { ClassLine } from '$core/marking/views';
  import { followedTable } from '$ui/tables/table.svelte';
  import ClassCells from './ClassCells.svelte';
  import SeveralStudents from './SeveralStudents.svelte';
  import type { ClassFacts } from './class-facts';

  interface Props {
    lines: ClassLine[];
    facts: ClassFacts;
    /** The student whose row is open. */
    open: string | null;
    /** What stands in an open row. */
    one: Snippet<[ClassLine]>;
  }
  /** The class on an assignment: sorted by any column, narrowed to who holds the work, several acted on at once. */
  const { lines, facts, open, one }: Props = $props();

  let filter = $state<ClassFilter>('all');
  let search = $state('');
  const filters = $derived(filtersOf(lines));
  const shown = $derived(
    lines.filter((line) => isInFilter(line, filter) && line.student.toLowerCase().includes(search.trim().toLowerCase()))
  );
  /** Nothing known sorts last, whichever way. */
  const known = (of: (line: ClassLine) => number | null) => ({
    accessorFn: (line: ClassLine) => of(line) ?? undefined,
    sortUndefined: 'last' as const
  });
  const points = (line: ClassLine) => (line.given === null ? null : countedPoints(line.given, line.kept ?? 1));
  const order = $derived(new Map(lines.map((line, i) => [line.studentId, i])));
  const columns = $derived([
    { id: 'student', header: 'Student', accessorFn: (line: ClassLine) => order.get(line.studentId) ?? 0 },
    { id: 'holder', header: 'Who holds it', accessorFn: holderRank },
    { id: 'since', header: 'Since or due', ...known((line) => line.since ?? line.due) },
    { id: 'rounds', header: 'Rounds', accessorFn: ({ rounds }: ClassLine) => rounds },
    ...(facts.points === null ? [] : [{ id: 'points', header: 'Points', ...known(points) }])
  ]);
  const followed = followedTable(() => ({ data: shown, columns, rowId: ({ studentId }) => studentId }));
  let body: HTMLTableSectionElement;
  // Whoever was chosen before the scripts came stays so.
  onMount(() => {
    for (const box of body.querySelectorAll<HTMLInputElement>('input[name="studentIds"]:checked'))
      followed.table.getRow(box.value).toggleSelected(true);
  });
  const chosen = $derived(followed.rows.filter(({ id }) => followed.isChosen(id)));
  const wide = $derived(columns.length + 2);
  const aside = (line: ClassLine) =>
    open === line.studentId ? `/assignments/${facts.assignmentId}` : `?aside=${line.studentId}#one`;
</script>

{#snippet choose(row: Row<ClassLine>)}
  <input
    type="checkbox"
    class="checkbox checkbox-sm"
    form="several"
    name="studentIds"
    value={row.id}
    aria-label="Choose {row.original.student}"
    checked={followed.isChosen(row.id)}
    onchange={row.getToggleSelectedHandler()}
  />
{/snippet}

<div class="mb-3 flex flex-wrap items-center gap-2">
  <div class="flex flex-wrap gap-1" role="group" aria-label="Show">
    {#each filters as { filter: name, count } (name)}
      <button
        type="button"
        class="btn btn-sm aria-pressed:btn-neutral"
        aria-pressed={filter === name}
        onclick={() => (filter = name)}>{classFilterWords(name)} <span class="figures opacity-85">{count}</span></button
      >
    {/each}
  </div>
  <input
    type="search"
    class="input ml-auto w-48 input-sm"
    placeholder="Find a student"
    aria-label="Find a student"
    bind:value={search}
  />
</div>
<div class="border-y border-base-300 bg-base-100">
  <table class="w-full border-collapse text-left">
    <thead class="text-sm max-md:sr-only">
      <tr class="border-b border-base-300">
        <th scope="col" class="w-9 py-2 pl-3">
          <input
            type="checkbox"
            class="checkbox checkbox-sm"
            aria-label="Choose all that are shown"
            checked={chosen.length > 0 && chosen.length === followed.rows.length}
            indeterminate={chosen.length > 0 && chosen.length < followed.rows.length}
            onchange={(event) => followed.rows.forEach((row) => row.toggleSelected(event.currentTarget.checked))}
          />
        </th>
        {#each followed.table.getFlatHeaders() as header (header.id)}
          {@const sorted = followed.rows && header.column.getIsSorted()}
          <th
            scope="col"
            class="p-2 font-medium"
            aria-sort={sorted === 'asc' ? 'ascending' : sorted === 'desc' ? 'descending' : undefined}
          >
            <button
              type="button"
              class="inline-flex items-center gap-1 hover:underline"
              onclick={() => header.column.toggleSorting()}
            >
              {String(header.column.columnDef.header)}
              {#if sorted === 'asc'}<Icon name="arrow-up" size={14} />
              {:else if sorted === 'desc'}<Icon name="arrow-down" size={14} />{/if}
            </button>
          </th>
        {/each}
        <th scope="col"><span class="sr-only">More</span></th>
      </tr>
    </thead>
    <tbody bind:this={body}>
      {#each followed.rows as row (row.id)}
        {@const line = row.original}
        <tr
          class="border-b border-base-300 align-middle last:border-0 max-md:grid max-md:grid-cols-[2.25rem_minmax(0,1fr)_2.5rem] max-md:py-2"
          aria-label={line.student}
        >
          <td class="py-2 pl-3 leading-none max-md:row-span-5 max-md:py-1.5">{@render choose(row)}</td>
          <ClassCells {line} {facts} />
          <td class="py-1 pr-1 text-right max-md:col-start-3 max-md:row-start-1">
            <a
              class="btn btn-square btn-ghost btn-sm"
              href={aside(line)}
              data-sveltekit-noscroll
              data-sveltekit-keepfocus
              aria-expanded={open === line.studentId}
              aria-label="For {line.student} alone"
              title="For {line.student} alone"><Icon name="ellipsis" /></a
            >
          </td>
        </tr>
        {#if open === line.studentId}
          <tr class="border-b border-base-300 bg-base-200 max-md:block">
            <td colspan={wide} id="one" class="p-4 max-md:block" aria-label="{line.student} alone"
              >{@render one(line)}</td
            >
          </tr>
        {/if}
      {/each}
    </tbody>
  </table>
  {#if followed.rows.length === 0}
    <p class="p-6">
      {lines.length === 0 ? 'Nobody is in this course yet.' : 'Nobody is shown.'}
      {#if lines.length > 0}<button class="link" onclick={() => ((filter = 'all'), (search = ''))}>Show everyone</button
        >{/if}
    </p>
  {/if}
</div>
<SeveralStudents chosen={chosen.map((row) => row.original)} teachers={facts.shares?.teachers ?? []} />
