<script lang="ts">
  import { anchorWords, type RemarkView } from '$core/remarks/remarks';
  import DealtWith from './DealtWith.svelte';

  /** What is to change in this round, beside what is written: each point is ticked off where it is dealt with. */
  const { remarks }: { remarks: readonly RemarkView[] } = $props();
  const open = $derived(remarks.filter(({ dealtAt }) => dealtAt === null).length);
</script>

<h2 class="mb-2 text-lg font-semibold">
  What to change{open === 0 ? ': all dealt with' : `: ${open} to deal with`}
</h2>
<ol class="mb-6 grid gap-3">
  {#each remarks as remark (remark.id)}
    <li class="flex items-start gap-3">
      <DealtWith {remark} />
      <div class={['min-w-0', remark.dealtAt !== null && 'opacity-80']}>
        <p class="text-sm wrap-anywhere">{anchorWords(remark.anchor)}</p>
        <p class="wrap-anywhere whitespace-pre-line">{remark.body}</p>
      </div>
    </li>
  {/each}
</ol>
