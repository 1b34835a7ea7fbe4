<script lang="ts">
  import type { AssignmentDraft } from '$core/assignments/draft';
  import type { LatePolicy } from '$core/lateness/late-policy';
  import Field from '$ui/forms/Field.svelte';

  /** What late work costs here. */
  const { draft }: { draft: AssignmentDraft } = $props();

  const KINDS = {
    none: 'Costs nothing',
    'per-day': 'Costs per started day',
    flat: 'Costs once',
    'not-accepted': 'Is not accepted'
  };

  function choose(kind: LatePolicy['kind']) {
    const percent = 'percent' in draft.late ? draft.late.percent : 10;
    const graceMinutes = 'graceMinutes' in draft.late ? draft.late.graceMinutes : 0;
    if (kind === 'none') draft.late = { kind };
    else if (kind === 'per-day') draft.late = { kind, percent, graceMinutes, floorPercent: 0 };
    else if (kind === 'flat') draft.late = { kind, percent, graceMinutes };
    else draft.late = { kind, graceMinutes };
  }
</script>

<Field label="Late work">
  <select
    class="select w-52"
    value={draft.late.kind}
    onchange={(event) => choose(event.currentTarget.value as LatePolicy['kind'])}
  >
    {#each Object.entries(KINDS) as [kind, words] (kind)}<option value={kind}>{words}</option>{/each}
  </select>
</Field>
{#if 'percent' in draft.late}
  <Field label="Percent"
    ><input class="input w-24" type="number" min="0" max="100" bind:value={draft.late.percent} /></Field
  >
{/if}
{#if 'graceMinutes' in draft.late}
  <Field label="Grace, minutes"
    ><input class="input w-24" type="number" min="0" bind:value={draft.late.graceMinutes} /></Field
  >
{/if}
{#if 'floorPercent' in draft.late}
  <Field label="Always kept, percent"
    ><input class="input w-24" type="number" min="0" max="100" bind:value={draft.late.floorPercent} /></Field
  >
{/if}
