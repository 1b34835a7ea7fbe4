<script lang="ts">
  import { untrack } from 'svelte';
  import { scaleLines } from '$core/grades/scale-lines';
  import type { NamedScale } from '$core/grades/scales';
  import Field from '$ui/forms/Field.svelte';
  import RoundingFields from './RoundingFields.svelte';

  /** The fields of a scale that the school keeps, for a form that works without scripts. `usual`: it is the school's usual one. */
  const { scale, usual }: { scale: NamedScale; usual: boolean } = $props();
  const lines = $derived(scaleLines(scale.scale));
  let rounding = $state(untrack(() => ({ ...scale.rounding })));
  const KINDS = { percent: 'Percent', line: 'A line from one figure to another', bands: 'Bands with names' };
</script>

<div class="grid max-w-3xl gap-4 sm:grid-cols-2">
  <Field label="What it is called"
    ><input class="input w-full" name="title" value={scale.title} required maxlength="60" /></Field
  >
  <Field label="Results are said in"
    ><select class="select w-full" name="kind" value={lines.kind}>
      {#each Object.entries(KINDS) as [kind, words] (kind)}<option value={kind}>{words}</option>{/each}
    </select></Field
  >
  <Field label="On a line: nothing is"
    ><input class="input w-full" name="from" inputmode="decimal" value={lines.from} /></Field
  >
  <Field label="On a line: everything is"
    ><input class="input w-full" name="to" inputmode="decimal" value={lines.to} /></Field
  >
  <Field label="Bands" about="One on a line: its name, and the percent from which it holds. The lowest begins at 0."
    ><textarea class="textarea h-40 w-full" name="bands" maxlength="2000">{lines.bands}</textarea></Field
  >
  <div class="grid content-start gap-4">
    <RoundingFields bind:rounding />
    <label class="flex items-center gap-2"
      ><input class="checkbox checkbox-sm" type="checkbox" name="usual" checked={usual} /> It is usual here</label
    >
  </div>
</div>
