<script lang="ts">
  import type { Editor } from '@tiptap/core';
  import { NodeSelection } from '@tiptap/pm/state';

  /** The field of what is picked in the text and does not show all of itself there: a formula, a note, a picture. */
  const { editor, turn }: { editor: Editor; turn: number } = $props();

  const FIELDS: Partial<Record<string, { attribute: string; label: string; about: string }>> = {
    formula: { attribute: 'tex', label: 'Formula', about: 'In TeX: \\frac{a}{b}, x^2, \\sqrt{n}' },
    formulaBlock: { attribute: 'tex', label: 'Formula on a line of its own', about: 'In TeX: \\frac{a}{b}, x^2' },
    footnote: { attribute: 'text', label: 'Note at the foot', about: '' },
    image: { attribute: 'alt', label: 'What the picture shows', about: 'Read out to whoever does not see it' }
  };
  const picked = $derived.by(() => {
    const { selection } = turn >= 0 ? editor.state : editor.state;
    if (!(selection instanceof NodeSelection)) return null;
    const field = FIELDS[selection.node.type.name];
    if (!field) return null;
    const value: unknown = selection.node.attrs[field.attribute];
    return {
      ...field,
      at: selection.from,
      type: selection.node.type.name,
      value: typeof value === 'string' ? value : ''
    };
  });

  function set(value: string) {
    if (!picked) return;
    editor.view.dispatch(editor.state.tr.setNodeAttribute(picked.at, picked.attribute, value));
  }
  function onto(type: 'formula' | 'formulaBlock') {
    if (!picked) return;
    const { at, value } = picked;
    editor
      .chain()
      .focus()
      .deleteSelection()
      .insertContentAt(at, { type, attrs: { tex: value } })
      .run();
  }
  /** What was just put in and is empty still is filled in at once. */
  function ready(input: HTMLInputElement) {
    if (input.value === '' && picked?.type !== 'image') input.focus();
  }
</script>

{#if picked}
  <div class="flex flex-wrap items-end gap-3 border-b border-base-300 bg-base-200 px-4 py-2">
    {#key `${picked.type} ${picked.at}`}
      <label class="min-w-0 flex-1 text-sm">
        <span class="font-medium">{picked.label}</span>
        {#if picked.about}<span class="ml-2 opacity-80">{picked.about}</span>{/if}
        <input
          class="input mt-1 block w-full input-sm"
          value={picked.value}
          maxlength={picked.type === 'image' ? 500 : 2000}
          spellcheck={picked.attribute !== 'tex'}
          {@attach ready}
          oninput={({ currentTarget }) => set(currentTarget.value)}
          onkeydown={(event) => {
            if (event.key !== 'Enter' && event.key !== 'Escape') return;
            event.preventDefault();
            event.stopPropagation();
            editor
              .chain()
              .setTextSelection(picked.at + 1)
              .focus()
              .run();
          }}
        />
      </label>
    {/key}
    {#if picked.type === 'formula'}
      <button type="button" class="btn btn-sm" onclick={() => onto('formulaBlock')}>On a line of its own</button>
    {:else if picked.type === 'formulaBlock'}
      <button type="button" class="btn btn-sm" onclick={() => onto('formula')}>Within the line</button>
    {/if}
  </div>
{/if}
