<script lang="ts">
  import type { AssignmentDraft } from '$core/assignments/draft';
  import { wantsWords } from '$core/pieces/wants';
  import type { Wants } from '$core/pieces/wanted';
  import Field from '$ui/forms/Field.svelte';
  import RowTools from './RowTools.svelte';
  import WantsEditor from './WantsEditor.svelte';

  interface Props {
    deliverables: AssignmentDraft['deliverables'];
    /** What the course asks of every new one. */
    fresh: Wants;
    problems: Record<string, string>;
  }
  /** What the brief asks for, one place of the packet each, with what each has to be. */
  let { deliverables = $bindable(), fresh, problems }: Props = $props();
</script>

<fieldset class="grid gap-4 rounded border border-base-300 p-4">
  <legend class="px-1 font-semibold">What is asked</legend>
  {#each deliverables as place, i (i)}
    <div class="grid gap-2 border-l-2 border-base-300 pl-3">
      <div class="flex flex-wrap items-end gap-3">
        <Field label="Name" problem={problems[`deliverables.${i}.title`]}
          ><input class="input" bind:value={place.title} maxlength="200" /></Field
        >
        <label class="flex items-center gap-2 pb-2"
          ><input type="checkbox" class="checkbox checkbox-sm" bind:checked={place.optional} /> Optional</label
        >
        <span class="ml-auto pb-2"><RowTools bind:list={deliverables} index={i} name={place.title} /></span>
      </div>
      <Field label="In a sentence"><input class="input w-full" bind:value={place.ask} maxlength="1000" /></Field>
      <details>
        <summary class="cursor-pointer text-sm underline underline-offset-2">
          {wantsWords(place.wants).length > 0
            ? `It has to be: ${wantsWords(place.wants).join('; ')}`
            : 'What it has to be'}
        </summary>
        <WantsEditor bind:wants={place.wants} problem={problems[`deliverables.${i}.wants.types`]} />
      </details>
    </div>
  {/each}
  <button
    type="button"
    class="btn justify-self-start btn-sm"
    onclick={() => (deliverables = [...deliverables, { title: '', ask: '', optional: false, wants: { ...fresh } }])}
  >
    Ask for one more thing
  </button>
</fieldset>
