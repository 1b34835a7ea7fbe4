<script lang="ts">
  import { onMount } from 'svelte';
  import { invalidateAll } from '$app/navigation';
  import type { PieceView } from '$core/pieces/piece';
  import CaptureButton from '$ui/capture/CaptureButton.svelte';
  import { owner } from '$ui/capture/owner';
  import { KeptWriting } from '$ui/pages/kept-writing';
  import { pageAddress } from '$ui/pages/goal';
  import type { WrittenPage } from '$ui/pages/page.svelte';
  import { PageLine } from '$ui/pages/page-line';
  import { getWriting } from './writing';

  /** Opens a page of the working packet, to be written on; and sends what this device has of it and the server has not. */
  const { piece }: { piece: PieceView } = $props();
  const writing = getWriting();
  const goal = $derived(writing.goalOf(piece));
  let behind = $state.raw<WrittenPage | null>(null);

  onMount(() => {
    void catchUp();
    return () => behind?.close();
  });
  async function catchUp() {
    const kept = new KeptWriting(owner(), piece.id);
    if (behind !== null || kept.left().size === 0 || document.querySelector('dialog[open]')) return;
    const { writtenPage } = await import('$ui/pages/writer');
    behind = writtenPage(new PageLine(pageAddress(goal)), kept);
    if (await behind.open()) await behind.finish();
    const sent = behind.saving.state === 'here';
    behind.close();
    if (sent) behind = null;
    if (sent) await invalidateAll();
  }
</script>

<svelte:window
  ononline={() => {
    behind = null;
    void catchUp();
  }}
/>
<CaptureButton
  icon="pen-line"
  label="Go on writing"
  {goal}
  dialog={() => import('$ui/pages/PageEditor.svelte')}
  named="What writes pages"
/>
{#if behind !== null && behind.saving.state !== 'here'}
  <p class="border-l-4 border-accent pl-3 text-sm font-medium" role="status">
    What you wrote last on {piece.name} is only on this device. Go on writing, so that it is sent.
  </p>
{/if}
