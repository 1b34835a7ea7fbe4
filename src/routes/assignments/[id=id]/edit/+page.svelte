<script lang="ts">
  import { untrack } from 'svelte';
  import { draftProblems } from '$core/assignments/draft';
  import AssignmentForm from '$ui/authoring/AssignmentForm.svelte';
  import AddMaterials from '$ui/courses/AddMaterials.svelte';
  import MaterialLinks from '$ui/materials/MaterialLinks.svelte';
  import { page } from '$app/state';
  import Unfinished from '$ui/authoring/Unfinished.svelte';
  import { writingPort } from '../../../shared/writing-port';

  const { data, form, params } = $props();
  /** Changes that had been written when the page was opened. */
  const kept = untrack(() => data.around.unfinished);
  /** They are gone on with when the teacher says so: somebody else may have changed the assignment since. */
  const begun = untrack(() => (page.url.searchParams.has('unfinished') ? kept : null));
</script>

<svelte:head><title>Change {data.draft.title} · Vendro</title></svelte:head>
<div class="mx-auto max-w-6xl px-4 pt-5 pb-16">
  <p class="mb-3 text-sm"><a class="link" href="/assignments/{params.id}">Back to the class</a></p>
  <h1 class="mb-1 page-title">Change {data.draft.title}</h1>
  <p class="mb-5">
    {data.begun.started === 0
      ? 'Nobody has begun yet.'
      : `${data.begun.started} students have begun, ${data.begun.submitted} have submitted.`}
  </p>
  <section class="mb-6 rounded bg-base-100 p-4" aria-labelledby="materials">
    <h2 id="materials" class="mb-1 text-lg font-semibold">Materials beside the brief</h2>
    <MaterialLinks materials={data.materials} />
    <AddMaterials
      assignmentId={params.id}
      action="/courses/{data.course.slug}?/addMaterials"
      largest={data.largestFile}
    />
  </section>
  {#if kept}<Unfinished at={kept.at} shown={begun !== null} without="Drop them" />{/if}
  <AssignmentForm
    initial={begun?.draft ?? data.draft}
    {begun}
    place={{ course: data.course, rules: data.rules, ...data.around, materials: data.materials }}
    problems={draftProblems(form)}
    affects={form?.affects ?? []}
    port={writingPort}
    button="Keep the changes"
  />
</div>
