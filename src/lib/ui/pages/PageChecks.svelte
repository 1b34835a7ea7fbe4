<script lang="ts">
  import type { Editor } from '@tiptap/core';
  import { onMount, untrack } from 'svelte';
  import { findingsText } from '$core/checks/words';
  import type { Measures } from '$core/pages/measures';
  import type { Written } from '$core/pieces/as-written';
  import type { PageGoal } from './goal';

  interface Props {
    editor: Editor;
    goal: PageGoal;
    length: Measures;
    /** All of it is at the server. */
    there: boolean;
    /** Has the server read the page as it is now, and look at where it leads to. */
    look: () => Promise<void>;
  }
  /** What the checks say of a page while it is written. How long it is and what it asks stands beside it anyway. */
  const { editor, goal, length, there, look }: Props = $props();
  const SAID_BESIDE = new Set(['measures', 'prompts']);
  /** Milliseconds without a key: on a long page it takes longer than one. */
  const PAUSE = 1000;
  // svelte-ignore state_referenced_locally (what stood there as it was opened)
  const begun = editor.state.doc;
  let page = $state.raw<Written['page'] | null>(null);
  let touched = $state(false);
  let timer: ReturnType<typeof setTimeout> | undefined;
  let lookedFor = '';
  /** What only its bytes tell, how much of it was handed out, is asked for so often while somebody writes. */
  const EVERY = 60_000;
  let lookedAt = performance.now();

  onMount(() => {
    const wait = () => {
      clearTimeout(timer);
      timer = setTimeout(() => {
        page = editor.getJSON();
        touched = !editor.state.doc.eq(begun);
      }, PAUSE);
    };
    wait();
    editor.on('update', wait);
    return () => {
      clearTimeout(timer);
      editor.off('update', wait);
    };
  });
  const found = $derived(
    page === null ? [] : goal.checked({ page, length, touched }).filter(({ check }) => !SAID_BESIDE.has(check))
  );
  const unseen = $derived(page === null ? '' : goal.unseen(page).join(' '));
  $effect(() => {
    const waited = touched && performance.now() - lookedAt > EVERY;
    if (!there || (!waited && (unseen === '' || unseen === lookedFor))) return;
    [lookedFor, lookedAt] = [unseen, performance.now()];
    untrack(() => void look());
  });
</script>

{#if found.length > 0}
  <details class="border-b border-base-300 px-4 py-2 text-sm">
    <summary class="cursor-pointer font-semibold">{findingsText(found.length)}</summary>
    <ul class="mt-1 grid list-disc gap-1 pl-5" aria-label="What to look at on this page">
      {#each found as { words } (words)}<li>{words}</li>{/each}
    </ul>
  </details>
{/if}
