<script lang="ts">
  import { onDestroy, onMount } from 'svelte';
  import type { Editor } from '@tiptap/core';
  import Toolbar from '$ui/rich/Toolbar.svelte';
  import { PAGE_TOOLS, TABLE_TOOLS } from './page-tools';
  import SelectedPart from './SelectedPart.svelte';
  import type * as Writer from './starter-editor';

  interface Props {
    label: string;
    text: string;
    writer: typeof Writer;
    /** Called with each change. */
    onChange: (text: () => string) => void;
  }
  /** A text that stands by itself on a page, as it is written. */
  const { label, text, writer, onChange }: Props = $props();
  let place: HTMLDivElement;
  let editor = $state.raw<Editor | null>(null);
  let turn = $state(0);
  const inTable = $derived(turn >= 0 && editor?.isActive('table'));

  onMount(() => {
    const writing = writer.starterEditor({ element: place, text, label, onTurn: () => turn++ });
    writing.on('update', () => onChange(() => writer.starterOf(writing)));
    editor = writing;
  });
  onDestroy(() => editor?.destroy());
</script>

<div class="rounded border border-base-300 bg-base-100">
  {#if editor}
    <div class="border-b border-base-300">
      <Toolbar {editor} tools={PAGE_TOOLS} {turn} label="How {label} is written" />
      {#if inTable}
        {#each TABLE_TOOLS as { label: what, run } (what)}
          {@const writing = editor}
          <button type="button" class="btn btn-ghost btn-xs" onclick={() => run(writing)}>{what}</button>
        {/each}
      {/if}
    </div>
    <SelectedPart {editor} {turn} />
  {/if}
  <div bind:this={place}></div>
</div>
