<script lang="ts">
  import { folded, type TextChange } from '$core/rounds/word-changes';

  interface Props {
    changes: readonly TextChange[];
    title: string;
  }
  /** A text with what is new underlined and what is gone struck through: it reads without colour, and aloud. */
  const { changes, title }: Props = $props();
  const parts = $derived(folded(changes));
</script>

<!-- svelte-ignore a11y_no_noninteractive_tabindex (long texts are scrolled by keyboard too) -->
<div
  class="mt-1 max-h-[60vh] overflow-y-auto rounded border border-base-300 bg-base-100 p-4 whitespace-pre-wrap"
  tabindex="0"
  role="region"
  aria-label="What changed in {title}"
>
  {#each parts as part, i (i)}{#if part.cut}<span class="block py-1 text-sm opacity-75"
        >… {part.cut} characters stay as they were …</span
      >{:else if part.kind === 'added'}<ins class="new-words">{part.text}</ins>{:else if part.kind === 'removed'}<del
        class="gone-words">{part.text}</del
      >{:else}{part.text}{/if}{/each}
</div>
