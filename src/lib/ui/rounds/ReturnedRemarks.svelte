<script lang="ts">
  import { anchorWords, type RemarkView } from '$core/remarks/remarks';
  import DealtWith from '$ui/remarks/DealtWith.svelte';
  import Spoken from '$ui/pieces/Spoken.svelte';
  import { getRemarking } from '$ui/pieces/remarking.svelte';

  interface Props {
    remarks: readonly RemarkView[];
    /** Names of the pieces that they speak of. */
    pieces: ReadonlyArray<{ id: string; name: string }>;
    /** Another round is asked: each can be said to be dealt with. */
    list: boolean;
  }
  /** What was remarked on a round, one after another, each with the way to its place; for another round it is the list of what to do. */
  const { remarks, pieces, list }: Props = $props();
  const remarking = getRemarking();
  const nameOf = (id: string) => pieces.find((piece) => piece.id === id)?.name ?? '';
  const open = $derived(remarks.filter(({ dealtAt }) => dealtAt === null).length);
</script>

{#if remarks.length > 0}
  <div class="mt-3 border-t border-base-300 pt-3">
    <p class="font-medium">
      {remarks.length === 1 ? '1 remark on the work' : `${remarks.length} remarks on the work`}{#if list}, {open === 0
          ? 'all dealt with'
          : `${open} to deal with`}{/if}
    </p>
    {#if remarks.length > 1 && remarking}
      <p class="mt-1 flex gap-2">
        <button type="button" class="btn btn-sm" onclick={() => remarking.step(-1)}>The remark before</button>
        <button type="button" class="btn btn-sm" onclick={() => remarking.step(1)}>The next remark</button>
      </p>
    {/if}
    <ol class="mt-2 grid gap-2">
      {#each remarks as remark (remark.id)}
        <li class="flex items-start gap-3">
          {#if list}
            <DealtWith {remark} />
          {/if}
          <div class="min-w-0">
            <button type="button" class="link text-left text-sm wrap-anywhere" onclick={() => remarking?.show(remark)}
              >{anchorWords(remark.anchor)}, {nameOf(remark.pieceId)}</button
            >
            <p class={['wrap-anywhere whitespace-pre-line', remark.dealtAt !== null && 'opacity-80']}>{remark.body}</p>
            {#if remark.voice}<Spoken voice={remark.voice} by={remark.by} />{/if}
            {#if !list && remark.dealtAt !== null}<p class="text-sm">Its writer says that it is dealt with</p>{/if}
            {#if remark.criterion}<p class="text-sm opacity-85">{remark.criterion}</p>{/if}
            {#if remark.answers.length > 0}<p class="text-sm">{remark.answers.length} said to it</p>{/if}
          </div>
        </li>
      {/each}
    </ol>
  </div>
{/if}
