<script lang="ts">
  import { GRADE_ORDERS, GRADE_ORDER_WORDS } from '$core/grades/arrange';
  import CourseGradesTable from '$ui/grades/CourseGradesTable.svelte';
  import GradesByDate from '$ui/grades/GradesByDate.svelte';
  import EmptyState from '$ui/primitives/EmptyState.svelte';

  const { data } = $props();
</script>

<svelte:head><title>Grades · Vendro</title></svelte:head>
<div class="mx-auto max-w-6xl px-4 pt-6 pb-16">
  <div class="mb-5 flex flex-wrap items-end gap-x-6 gap-y-2">
    <h1 class="grow page-title">Grades</h1>
    {#if data.courses.length > 0}
      <nav aria-label="In which order" class="flex flex-wrap gap-x-4 text-sm">
        {#each GRADE_ORDERS as order (order)}
          <a
            class="border-b-3 border-transparent py-1 aria-[current]:border-accent aria-[current]:font-semibold"
            aria-current={data.order === order ? 'true' : undefined}
            href="/grades?order={order}">{GRADE_ORDER_WORDS[order]}</a
          >
        {/each}
      </nav>
    {/if}
  </div>
  {#if data.courses.length === 0}
    <EmptyState>
      <h2 class="mb-2 text-xl font-semibold">Nothing was set for you yet</h2>
      <p>What your teachers set stands here, by course, with what came of it.</p>
    </EmptyState>
  {/if}
  {#if data.dates}<GradesByDate page={data.dates} />{/if}
  {#each data.courses as grades (grades.course.slug)}<CourseGradesTable {grades} />{/each}
</div>
