<script lang="ts">
  import { goToLapsed, goToPrompt } from './go-to-prompt';
  import BringText from './BringText.svelte';
  import type { Editor } from '@tiptap/core';
  import { lapsedOf } from '$core/pages/lapsed';
  import { promptsOf, type Prompt } from '$core/pages/starter';

  interface Props {
    editor: Editor;
    turn: number;
    /** Reads the answers of a file that was made from the same starter. */
    bring: (file: File) => void;
  }
  /** What a starter asks and how much of it is answered, with the way to what is open. */
  const { editor, turn, bring }: Props = $props();
  let prompts = $state.raw<Prompt[]>([]);
  let toChoose = $state(0);
  let timer: ReturnType<typeof setTimeout> | undefined;

  $effect(() => {
    void turn;
    clearTimeout(timer);
    timer = setTimeout(read, 200);
    return () => clearTimeout(timer);
  });
  function read() {
    const page = editor.getJSON();
    prompts = promptsOf(page);
    toChoose = lapsedOf(page).filter(({ stays }) => !stays).length;
  }
  const asked = $derived(prompts.filter(({ optional }) => !optional));
  const open = $derived(asked.filter(({ answered }) => !answered));
</script>

{#if asked.length > 0 || toChoose > 0}
  <div class="flex flex-wrap items-center gap-x-4 gap-y-1 border-b border-base-300 px-4 py-2 text-sm">
    <p class="font-semibold" role="status">{asked.length - open.length} of {asked.length} answered</p>
    {#each open.slice(0, 4) as { id, label } (id)}
      <button type="button" class="max-w-60 link truncate" onclick={() => goToPrompt(editor, id)}>{label}</button>
    {/each}
    {#if open.length > 4}<span>and {open.length - 4} more</span>{/if}
    {#if toChoose > 0}
      <button type="button" class="link font-semibold" onclick={() => goToLapsed(editor)}
        >{toChoose === 1 ? '1 answer' : `${toChoose} answers`} to choose about</button
      >
    {/if}
    <span class="ml-auto"><BringText label="Read answers from a file" {bring} /></span>
  </div>
{/if}
