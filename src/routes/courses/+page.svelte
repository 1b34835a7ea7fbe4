<script lang="ts">
  import EmptyState from '$ui/primitives/EmptyState.svelte';
  import CourseRow from '$ui/courses/CourseRow.svelte';

  const { data } = $props();
  const present = $derived(data.courses.filter((course) => !course.archived));
  const archived = $derived(data.courses.filter((course) => course.archived));
</script>

{#snippet list(courses: typeof present)}
  <ul class="divide-y divide-base-300 border-y border-base-300">
    {#each courses as course (course.id)}
      <CourseRow {course} />
    {/each}
  </ul>
{/snippet}

<svelte:head><title>Courses · Vendro</title></svelte:head>
<div class="mx-auto max-w-6xl px-4 pt-6 pb-16">
  <div class="mb-5 flex flex-wrap items-center gap-4">
    <h1 class="page-title">Courses</h1>
    <span class="ml-auto flex gap-2">
      {#if data.keepsCalendar}<a class="btn btn-sm" href="/calendar">School calendar</a>{/if}
      <a class="btn btn-sm" href="/join">Join a course</a>
    </span>
  </div>
  {#if data.courses.length === 0}
    <EmptyState>
      <h2 class="mb-2 text-xl font-semibold">You are in no course yet</h2>
      <p>
        Ask your teacher for the course's join phrase, three words, and <a class="link" href="/join">write it here</a>.
        Or open the invitation in your mail: its link leads you in.
      </p>
    </EmptyState>
  {:else}{@render list(present)}{/if}
  {#if archived.length > 0}
    <details class="mt-6">
      <summary class="cursor-pointer py-1">Earlier courses, {archived.length}</summary>
      {@render list(archived)}
    </details>
  {/if}
</div>
