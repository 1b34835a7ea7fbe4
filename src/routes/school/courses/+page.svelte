<script lang="ts">
  import EmptyState from '$ui/primitives/EmptyState.svelte';
  import { EMBLEMS } from '$core/courses/emblems';
  import Emblem from '$ui/courses/Emblem.svelte';
  import { act } from '$ui/forms/act';
  import Field from '$ui/forms/Field.svelte';
  import FindForm from '$ui/school/FindForm.svelte';
  import Answered from '$ui/primitives/Answered.svelte';

  const { data, form } = $props();
</script>

<svelte:head><title>Courses of the school · Vendro</title></svelte:head>
<h1 class="mb-1 page-title">
  Courses <span class="figures text-xl font-normal opacity-75">{data.total}</span>
</h1>
<Answered {form} />
<FindForm value={data.search} label="Title" />
{#if data.courses.length === 0}
  <EmptyState
    ><p>
      {#if data.search}No course has “{data.search}” in its title. <a class="link" href="/school/courses">Show all</a>.
      {:else}There is no course yet. Make the first one below, or take them <a class="link" href="/school/import"
          >from files</a
        >.{/if}
    </p></EmptyState
  >
{:else}
  <ul class="divide-y divide-base-300 rounded border border-base-300 bg-base-100">
    {#each data.courses as course (course.id)}
      <li class="flex flex-wrap items-center gap-x-4 gap-y-1 px-3 py-2">
        <Emblem emblem={course.emblem} />
        <a class="min-w-48 link font-semibold" href="/school/courses/{course.slug}">{course.title}</a>
        <span>{course.teachers.length === 0 ? 'Nobody teaches it' : course.teachers.join(', ')}</span>
        <span class="figures ml-auto text-sm"
          >{course.ended ? 'ended' : course.students === 1 ? '1 student' : `${course.students} students`}</span
        >
      </li>
    {/each}
  </ul>
  {#if data.total > data.courses.length}
    <p class="mt-2">{data.total - data.courses.length} more. Find them by their title.</p>
  {/if}
{/if}
<section class="mt-8 rounded bg-base-100 p-4" aria-labelledby="add">
  <h2 id="add" class="mb-3 text-xl font-semibold">Make a course</h2>
  <form method="post" action="?/add" use:act class="grid gap-4 sm:grid-cols-2">
    <Field label="Title"><input class="input w-full" name="title" required maxlength="200" /></Field>
    <Field label="Its teacher" about="by account name; may stay empty"
      ><input class="input w-full" name="teacher" maxlength="64" autocapitalize="none" spellcheck="false" /></Field
    >
    <Field label="Time zone" about="in which its days are counted"
      ><input class="input w-full" name="zone" required value={data.school.zone} /></Field
    >
    <fieldset>
      <legend class="text-sm font-medium">Emblem</legend>
      <div class="mt-1 flex flex-wrap gap-3">
        {#each EMBLEMS as emblem, i (emblem)}
          <label class="flex items-center gap-1"
            ><input type="radio" class="radio radio-sm" name="emblem" value={emblem} checked={i === 0} /><Emblem
              {emblem}
            /><span class="sr-only">{emblem}</span></label
          >
        {/each}
      </div>
    </fieldset>
    <button class="btn justify-self-start btn-primary">Make this course</button>
  </form>
</section>
