<script lang="ts">
  import type { AssignmentDraft } from '$core/assignments/draft';
  import type { MetBy } from '$core/assignments/must-do';
  import Field from '$ui/forms/Field.svelte';
  import RowTools from './RowTools.svelte';

  interface Props {
    items: AssignmentDraft['mustDo'];
    problems: Record<string, string>;
  }
  let { items = $bindable(), problems }: Props = $props();
  const MET: Record<MetBy, string> = {
    tick: "By the student's own tick",
    aside: 'By writing to you aside',
    floor: 'By writing on the open floor',
    material: 'By opening every material',
    piece: 'By a piece in the packet'
  };
</script>

<fieldset class="grid gap-3 rounded border border-base-300 p-4">
  <legend class="px-1 font-semibold">Must-do items along the way</legend>
  {#each items as item, i (i)}
    <div class="flex flex-wrap items-end gap-3">
      <span class="grow"
        ><Field label="What to do" problem={problems[`mustDo.${i}.text`]}
          ><input class="input w-full" bind:value={item.text} maxlength="500" /></Field
        ></span
      >
      <Field label="Met">
        <select class="select" bind:value={item.metBy}
          >{#each Object.entries(MET) as [value, words] (value)}<option {value}>{words}</option>{/each}</select
        >
      </Field>
      <label class="flex items-center gap-2 pb-2"
        ><input type="checkbox" class="checkbox checkbox-sm" bind:checked={item.optional} /> Optional</label
      >
      <span class="pb-2"><RowTools bind:list={items} index={i} name={item.text || 'this item'} /></span>
    </div>
  {/each}
  <button
    type="button"
    class="btn justify-self-start btn-sm"
    onclick={() => (items = [...items, { text: '', optional: false, metBy: 'tick' }])}
  >
    Add an item
  </button>
</fieldset>
