<script lang="ts">
  import EmptyState from '$ui/primitives/EmptyState.svelte';
  import { byCourse } from '$core/grades/by-course';
  import CourseGradesTable from '$ui/grades/CourseGradesTable.svelte';

  const { data } = $props();
  const courses = $derived(byCourse(data.lines, data.now));
</script>

<svelte:head><title>Grades · Vendro</title></svelte:head>
<div class="mx-auto max-w-6xl px-4 pt-6 pb-16">
  <h1 class="mb-5 page-title">Grades</h1>
  {#if courses.length === 0}
    <EmptyState>
      <h2 class="mb-2 text-xl font-semibold">Nothing was set for you yet</h2>
      <p>What your teachers set stands here, by course, with what came of it.</p>
    </EmptyState>
  {/if}
  {#each courses as grades (grades.course.slug)}<CourseGradesTable {grades} />{/each}
</div>
