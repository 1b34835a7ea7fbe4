<script lang="ts">
  import { cut } from '$core/cut';
  import type { Editor } from '@tiptap/core';
  import { NodeSelection } from '@tiptap/pm/state';
  import { MOST_OPTIONS } from '$core/pages/nodes/prompts';

  /** What the question in which one stands asks for. */
  const { editor, turn }: { editor: Editor; turn: number } = $props();

  const here = $derived.by(() => {
    const { selection } = turn >= 0 ? editor.state : editor.state;
    if (selection instanceof NodeSelection && KINDS.has(selection.node.type.name))
      return { at: selection.from, node: selection.node };
    const { $from: place } = selection;
    for (let depth = place.depth; depth > 0; depth--)
      if (KINDS.has(place.node(depth).type.name)) return { at: place.before(depth), node: place.node(depth) };
    return null;
  });
  const KINDS = new Set(['answer', 'choice', 'entries']);
  const set = (name: string, value: unknown) => {
    if (here) editor.view.dispatch(editor.state.tr.setNodeAttribute(here.at, name, value));
  };
  const lines = (text: string, most: number) =>
    text
      .split('\n')
      .map((line) => line.trim())
      .filter((line) => line !== '')
      .slice(0, most);
</script>

{#if here}
  {@const { name } = here.node.type}
  {@const { optional, several, options, called, expected, strict, fields } = here.node.attrs as {
    optional: boolean;
    several?: boolean;
    options?: string[];
    called?: string;
    expected?: number | null;
    strict?: boolean;
    fields?: string[];
  }}
  <section
    aria-label="What is asked here"
    class="flex flex-wrap items-start gap-x-6 gap-y-2 border-b border-base-300 bg-base-200 px-4 py-2 text-sm"
  >
    <label class="flex items-center gap-2">
      <input
        type="checkbox"
        class="checkbox checkbox-sm"
        checked={optional}
        onchange={({ currentTarget }) => set('optional', currentTarget.checked)}
      /> May stay empty
    </label>
    {#if name === 'choice'}
      <label class="flex items-center gap-2">
        <input
          type="checkbox"
          class="checkbox checkbox-sm"
          checked={several}
          onchange={({ currentTarget }) => set('several', currentTarget.checked)}
        /> Several may be chosen
      </label>
      <label class="min-w-64 flex-1"
        >Options, one on a line
        <textarea
          class="textarea mt-1 block w-full textarea-sm"
          rows="3"
          value={options?.join('\n')}
          onchange={({ currentTarget }) => set('options', lines(currentTarget.value.slice(0, 12000), MOST_OPTIONS))}
        ></textarea>
      </label>
    {:else if name === 'entries'}
      <label
        >One is called
        <input
          class="input mt-1 block w-36 input-sm"
          value={called}
          maxlength="60"
          onchange={({ currentTarget }) => set('called', currentTarget.value.trim() || 'Entry')}
        /></label
      >
      <label
        >How many
        <input
          class="input mt-1 block w-20 input-sm"
          type="number"
          min="1"
          max="200"
          value={expected}
          onchange={({ currentTarget }) => {
            const n = Math.round(currentTarget.valueAsNumber);
            set('expected', n >= 1 && n <= 200 ? n : null);
          }}
        /></label
      >
      <label class="flex items-center gap-2">
        <input
          type="checkbox"
          class="checkbox checkbox-sm"
          checked={strict}
          onchange={({ currentTarget }) => set('strict', currentTarget.checked)}
        /> No more than that
      </label>
      <label class="min-w-56 flex-1"
        >Fields, one on a line: name, then date, hours, number, link, evidence or text behind a colon
        <textarea
          class="textarea mt-1 block w-full textarea-sm"
          rows="3"
          value={fields?.join('\n')}
          onchange={({ currentTarget }) =>
            set(
              'fields',
              lines(currentTarget.value.replace(/;/g, ' '), 12).map((line) => cut(line, 60))
            )}></textarea>
      </label>
    {/if}
  </section>
{/if}
