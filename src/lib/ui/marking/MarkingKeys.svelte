<script lang="ts">
  import { onMount } from 'svelte';
  import IconButton from '$ui/forms/IconButton.svelte';

  /** Goes through work by single keys. They rest while somebody writes, and whoever does not want them turns them off (WCAG 2.1.4). */
  const { keys }: { keys: Record<string, { does: string; go: () => void }> } = $props();
  const OFF = 'vendro marking keys off';
  let sheet = $state<HTMLDialogElement>();
  let off = $state(false);

  onMount(() => (off = localStorage.getItem(OFF) !== null));
  function toggle() {
    off = !off;
    if (off) localStorage.setItem(OFF, 'yes');
    else localStorage.removeItem(OFF);
  }
  function press(event: KeyboardEvent) {
    if (event.ctrlKey || event.metaKey || event.altKey || event.repeat) return;
    const at = event.target instanceof Element ? event.target : null;
    if (at?.closest('input:not([type=radio], [type=checkbox]), textarea, select, [contenteditable=true], dialog'))
      return;
    if (event.key === '?') return sheet?.showModal();
    const key = off ? undefined : keys[event.key.toLowerCase()];
    if (!key) return;
    event.preventDefault();
    key.go();
  }
</script>

<svelte:window onkeydown={press} />
<IconButton icon="keyboard" label="Keys of this page" onclick={() => sheet?.showModal()} />
<dialog bind:this={sheet} aria-labelledby="marking-keys" class="modal">
  <div class="modal-box">
    <h2 id="marking-keys" class="mb-3 text-xl font-semibold">Keys of this page</h2>
    <dl class="grid grid-cols-[5rem_minmax(0,1fr)] gap-y-1.5">
      {#each Object.entries(keys) as [key, { does }] (key)}
        <dt><kbd class="kbd">{key}</kbd></dt>
        <dd>{does}</dd>
      {/each}
      <dt><kbd class="kbd">1</kbd> …</dt>
      <dd>In a row of the rubric: that level, then the next row</dd>
      <dt><kbd class="kbd">Ctrl</kbd> <kbd class="kbd">Enter</kbd></dt>
      <dd>While marking: return as settled</dd>
      <dt><kbd class="kbd">?</kbd></dt>
      <dd>This sheet</dd>
    </dl>
    <label class="mt-4 flex items-center gap-2">
      <input type="checkbox" class="checkbox checkbox-sm" checked={!off} onchange={toggle} />
      Single keys are on
    </label>
    <form method="dialog" class="mt-4"><button class="btn">Close</button></form>
  </div>
</dialog>
