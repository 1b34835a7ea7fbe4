<script lang="ts">
  import type { AssignmentDraft } from '$core/assignments/draft';
  import Field from '$ui/forms/Field.svelte';
  import RowTools from './RowTools.svelte';

  interface Props {
    criteria: AssignmentDraft['criteria'];
    problems: Record<string, string>;
  }
  let { criteria = $bindable(), problems }: Props = $props();
  const fresh = () => ({
    title: '',
    hint: '',
    levels: [
      { title: 'Complete', says: '', points: 4 },
      { title: 'Partly', says: '', points: 2 },
      { title: 'Not yet', says: '', points: 0 }
    ]
  });
</script>

<fieldset class="grid gap-5 rounded border border-base-300 p-4">
  <legend class="px-1 font-semibold">Rubric</legend>
  {#each criteria as row, i (i)}
    <div class="grid gap-2 border-l-2 border-base-300 pl-3">
      <div class="flex flex-wrap items-end gap-3">
        <Field label="What is looked at" problem={problems[`criteria.${i}.title`]}
          ><input class="input" bind:value={row.title} maxlength="200" /></Field
        >
        <span class="grow"
          ><Field label="Where points are often lost"
            ><input class="input w-full" bind:value={row.hint} maxlength="500" /></Field
          ></span
        >
        <span class="pb-2"><RowTools bind:list={criteria} index={i} name={row.title || 'this row'} /></span>
      </div>
      {#each row.levels as level, n (n)}
        <div class="flex flex-wrap items-end gap-3 pl-4">
          <Field label="Level" problem={problems[`criteria.${i}.levels.${n}.title`]}
            ><input class="input w-36 input-sm" bind:value={level.title} maxlength="100" /></Field
          >
          <Field label="Points"
            ><input class="input w-20 input-sm" type="number" min="0" step="any" bind:value={level.points} /></Field
          >
          <span class="grow"
            ><Field label="What it looks like"
              ><input class="input w-full input-sm" bind:value={level.says} maxlength="1000" /></Field
            ></span
          >
          <RowTools bind:list={row.levels} index={n} name={level.title || 'this level'} />
        </div>
      {/each}
      <button
        type="button"
        class="btn justify-self-start btn-xs"
        onclick={() => (row.levels = [...row.levels, { title: '', says: '', points: 0 }])}
      >
        Add a level
      </button>
    </div>
  {/each}
  <button type="button" class="btn justify-self-start btn-sm" onclick={() => (criteria = [...criteria, fresh()])}
    >Add a row</button
  >
</fieldset>
