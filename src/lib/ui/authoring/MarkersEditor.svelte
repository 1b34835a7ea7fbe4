<script lang="ts">
  import type { AssignmentDraft } from '$core/assignments/draft';

  /** How it is marked, beside what it settles by. */
  const { draft }: { draft: AssignmentDraft } = $props();
</script>

<fieldset class="grid gap-2 rounded border border-base-300 p-4">
  <legend class="px-1 font-semibold">Who marks</legend>
  <label class="flex items-start gap-2"
    ><input type="checkbox" class="checkbox checkbox-sm" bind:checked={draft.nameless} />
    <span
      >Marked without names
      <span class="block text-sm opacity-85"
        >Works have a mark of their own until they are settled. What stands inside them is as students wrote it.</span
      ></span
    ></label
  >
  <label class="flex items-start gap-2"
    ><input type="checkbox" class="checkbox checkbox-sm" bind:checked={draft.secondMarker} />
    <span
      >Marked by two who agree
      <span class="block text-sm opacity-85"
        >Each notes a mark that the other does not see at first; it settles with what they agree on.</span
      ></span
    ></label
  >
</fieldset>
