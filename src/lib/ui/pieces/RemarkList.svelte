<script lang="ts">
  import { anchorWords, type RemarkView } from '$core/remarks/remarks';
  import IconButton from '$ui/forms/IconButton.svelte';
  import Message from '$ui/primitives/Message.svelte';
  import Spoken from './Spoken.svelte';
  import RemarkAnswers from './RemarkAnswers.svelte';
  import type { Remarking } from './remarking.svelte';

  interface Props {
    remarks: readonly RemarkView[];
    remarking: Remarking;
    /** The one that is being looked at. */
    here: string;
    goTo: (remark: RemarkView) => void;
  }
  /** Remarks on one piece, in their order, each with the way to its place. */
  const { remarks, remarking, here, goTo }: Props = $props();
  let problem = $state('');

  async function drop(id: string) {
    problem = (await remarking.noting?.drop(id)) ?? '';
  }
</script>

{#if problem}<Message kind="problem">{problem}</Message>{/if}
{#if remarks.length > 0}
  <ol class="mt-3 grid gap-2">
    {#each remarks as remark (remark.id)}
      <li
        class={[
          'border-l-4 bg-base-100 px-3 py-2 text-sm',
          remark.id === here ? 'border-l-accent' : 'border-l-base-300'
        ]}
      >
        <div class="flex items-start gap-2">
          <button
            type="button"
            class="min-w-0 flex-1 link text-left font-medium wrap-anywhere"
            onclick={() => goTo(remark)}>{anchorWords(remark.anchor)}</button
          >
          {#if remarking.noting && !remark.returned}
            <IconButton icon="trash-2" label="Take this remark away" onclick={() => void drop(remark.id)} />
          {/if}
        </div>
        <p class="mt-1 wrap-anywhere whitespace-pre-line">{remark.body}</p>
        {#if remark.voice}<Spoken voice={remark.voice} by={remark.by} />{/if}
        <p class="mt-1 opacity-80">
          {remark.by}{#if remark.criterion}, on {remark.criterion}{/if}{#if !remark.returned}, not returned yet{/if}{#if remark.dealtAt !== null},
            dealt with{/if}
        </p>
        <RemarkAnswers {remark} {remarking} />
      </li>
    {/each}
  </ol>
{/if}
