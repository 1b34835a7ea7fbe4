<script lang="ts">
  import AssignmentForm from '$ui/authoring/AssignmentForm.svelte';
  import { previewBrief } from '../../../shared/preview-brief';

  const { data, form } = $props();
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
<AssignmentForm
  initial={data.draft}
  rules={data.rules}
  units={data.units}
  course={data.course}
  problems={form?.problems ?? {}}
  affects={form?.affects ?? []}
  preview={previewBrief}
  button="Set it"
/>
