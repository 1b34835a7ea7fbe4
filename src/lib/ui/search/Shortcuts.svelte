<script lang="ts">
  import { onMount } from 'svelte';

  const { close }: { close: () => void } = $props();
  let dialog = $state<HTMLDialogElement>();
  const KEYS = [
    { keys: '/ or Ctrl K', does: 'Search, or do something by its name' },
    { keys: '?', does: 'This list' },
    { keys: '← →', does: 'Along the runway, once it has the focus' },
    { keys: '↑ ↓', does: 'Among what a search has found' },
    { keys: 'Escape', does: 'Close what is open' }
  ];
  onMount(() => dialog?.showModal());
</script>

<dialog
  bind:this={dialog}
  onclose={close}
  aria-labelledby="keys-title"
  class="m-auto w-[min(30rem,94vw)] rounded bg-base-100 p-5 text-base-content backdrop:bg-black/50"
>
  <h2 id="keys-title" class="mb-3 text-xl font-semibold">Keyboard</h2>
  <dl class="grid grid-cols-[8rem_1fr] gap-y-2">
    {#each KEYS as { keys, does } (keys)}<dt class="font-semibold">{keys}</dt>
      <dd>{does}</dd>{/each}
  </dl>
  <form method="dialog" class="mt-4"><button class="btn">Close</button></form>
</dialog>
