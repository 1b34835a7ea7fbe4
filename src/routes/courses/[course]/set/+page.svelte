<script lang="ts">
  import { untrack } from 'svelte';
  import { draftProblems } from '$core/assignments/draft';
  import AssignmentForm from '$ui/authoring/AssignmentForm.svelte';
  import PlainAssignment from '$ui/authoring/PlainAssignment.svelte';
  import Unfinished from '$ui/authoring/Unfinished.svelte';
  import { writingPort } from '../../../shared/writing-port';

  const { data, form } = $props();
  /** What had been written when the page was opened. Reading the page anew puts nothing under somebody's hands. */
  const begun = untrack(() => data.around.unfinished);
</script>

<svelte:head><title>Set an assignment · Vendro</title></svelte:head>
<div class="mb-5 flex flex-wrap items-end gap-4">
  <h2 class="text-xl font-semibold">Set an assignment</h2>
  {#if data.earlier.length > 0}
    <form method="post" action="?/copy" class="ml-auto flex flex-wrap items-end gap-2">
      <label class="text-sm"
        >Begin from an earlier one
        <select class="select flex max-w-72 select-sm" name="from">
          {#each data.earlier as { id, title, courseTitle } (id)}<option value={id}>{title} ({courseTitle})</option
            >{/each}
        </select></label
      >
      <button class="btn btn-sm">Copy it</button>
    </form>
  {/if}
</div>
<noscript>
  <PlainAssignment zone={data.course.zone} given={form?.given ?? {}} problem={form?.problem ?? null} />
</noscript>
<div class="needs-scripts">
  {#if begun}<Unfinished at={begun.at} shown without="Begin anew" />{/if}
  <AssignmentForm
    initial={begun?.draft ?? data.draft}
    {begun}
    place={{ course: data.course, rules: data.rules, ...data.around, materials: [] }}
    problems={draftProblems(form)}
    port={writingPort}
    button="Set it"
  />
</div>
