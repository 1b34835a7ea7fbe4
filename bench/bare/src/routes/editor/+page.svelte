<script lang="ts">
  import { onMount } from 'svelte';
  import { Editor } from '@tiptap/core';
  import { TableKit } from '@tiptap/extension-table';
  import { Markdown } from '@tiptap/markdown';
  import StarterKit from '@tiptap/starter-kit';

  let place: HTMLDivElement;
  onMount(() => {
    Object.assign(window, {
      openEditor: (text: string) => {
        new Editor({
          element: place,
          extensions: [StarterKit, TableKit, Markdown],
          content: text,
          contentType: 'markdown'
        });
      }
    });
  });
</script>

<div bind:this={place}></div>
