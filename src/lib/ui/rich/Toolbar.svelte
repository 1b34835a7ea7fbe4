<script lang="ts">
  import Icon from '$ui/icons/Icon.svelte';
  import type { Editor } from '@tiptap/core';
  import type { Snippet } from 'svelte';
  import type { Tool } from './tools';

  interface Props {
    editor: Editor;
    tools: Tool[];
    /** Changes whenever the selection or the text does. */
    turn: number;
    /** What the bar is called, where there are several. */
    label?: string;
    /** Further tools behind these. */
    more?: Snippet;
  }
  /** How a text is written: one button for each thing. The arrow keys go along it, as along any toolbar (WAI-ARIA). */
  const { editor, tools, turn, label = 'How it is written', more }: Props = $props();
  let bar: HTMLDivElement;

  const on = ({ mark, attributes }: Tool) => turn >= 0 && editor.isActive(mark, attributes);

  function along(event: KeyboardEvent) {
    const step = { ArrowRight: 1, ArrowLeft: -1 }[event.key];
    const buttons = [...bar.querySelectorAll<HTMLElement>('button, select')];
    const here = buttons.indexOf(document.activeElement as HTMLElement);
    if (step === undefined || here === -1 || event.target instanceof HTMLSelectElement) return;
    event.preventDefault();
    buttons.at((here + step) % buttons.length)?.focus();
  }
</script>

<!-- svelte-ignore a11y_interactive_supports_focus (its buttons are what is focused) -->
<div
  bind:this={bar}
  role="toolbar"
  aria-label={label}
  class="flex flex-wrap items-center gap-1 border-base-300 p-1"
  onkeydown={along}
>
  {#each tools as tool (tool.label)}
    <button
      type="button"
      class="grid size-8 place-items-center rounded hover:bg-base-200 aria-pressed:bg-base-300"
      aria-label={tool.label}
      title={tool.label}
      aria-pressed={on(tool)}
      onclick={() => tool.run(editor)}><Icon name={tool.icon} size={16} /></button
    >
  {/each}
  {@render more?.()}
</div>
