<script lang="ts">
  import type { AssignmentDraft } from '$core/assignments/draft';
  import { CREDIT_UNITS } from '$core/judging/credits';
  import Field from '$ui/forms/Field.svelte';

  interface Props {
    draft: AssignmentDraft;
    problems: Record<string, string>;
  }
  /** What is granted for activities, and how much of it there should be. */
  const { draft, problems }: Props = $props();
</script>

<fieldset class="grid gap-3 rounded border border-base-300 p-4">
  <legend class="px-1 font-semibold">Credits</legend>
  <p class="text-sm">
    Students claim them in a starter with entries that have a field of hours; you grant them entry by entry as you mark.
  </p>
  <div class="flex flex-wrap gap-3">
    <Field label="Counted in">
      <select class="select" bind:value={draft.creditUnit}>
        {#each CREDIT_UNITS as unit (unit)}<option value={unit}>{unit}</option>{/each}
      </select>
    </Field>
    <Field label="Target" about="empty for none" problem={problems.creditTarget}>
      <input
        class="figures input w-28"
        type="number"
        min="0"
        step="any"
        value={draft.creditTarget ?? ''}
        oninput={(event) =>
          (draft.creditTarget = event.currentTarget.value === '' ? null : event.currentTarget.valueAsNumber)}
      />
    </Field>
  </div>
</fieldset>
