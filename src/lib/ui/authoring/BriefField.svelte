<script lang="ts">
  import { onMount } from 'svelte';
  import type { Editor } from '@tiptap/core';
  import type { MaterialView } from '$core/courses/views';
  import { fileAddress } from '$core/materials/source';
  import Toolbar from '$ui/rich/Toolbar.svelte';
  import { HEADINGS, PLAIN_TOOLS, TABLE } from '$ui/rich/tools';
  import AddressField from './AddressField.svelte';

  interface Props {
    /** Markdown. */
    brief: string;
    /** What lies beside it and can be shown inside it. */
    materials: MaterialView[];
    problem?: string | undefined;
    /** Asks the server for what students will read. */
    preview: (markdown: string) => Promise<string>;
  }
  /**
   * The brief in an editor, or as the text that it is kept as. A brief that holds what the editor does not know stays
   * text, so that nothing of it is lost by opening it.
   */
  let { brief = $bindable(), materials, problem, preview }: Props = $props();

  let place = $state<HTMLDivElement>();
  let editor = $state.raw<Editor | null>(null);
  let turn = $state(0);
  let asText = $state(false);
  let why = $state('');

  onMount(() => {
    void begin();
    return () => editor?.destroy();
  });

  async function begin() {
    try {
      const { briefEditor } = await import('./brief-editor');
      if (!place) return;
      const made = briefEditor({
        element: place,
        markdown: brief,
        onChange: (markdown) => (brief = markdown),
        onTurn: () => turn++
      });
      if (brief !== '' && !(await readsTheSame(brief, made.getMarkdown()))) {
        made.destroy();
        asText = true;
        why = 'It holds parts that the editor does not know, so it is written as text.';
      } else editor = made;
    } catch {
      asText = true;
      why = 'The editor could not be fetched, so it is written as text.';
    }
  }

  async function readsTheSame(one: string, other: string): Promise<boolean> {
    const [before, after] = await Promise.all([preview(one), preview(other)]);
    const plain = (html: string) => html.replace(/\s+/g, ' ').replace(/> </g, '><').trim();
    return plain(before) === plain(after);
  }

  function toText() {
    editor?.destroy();
    editor = null;
    asText = true;
  }

  function toEditor() {
    asText = false;
    why = '';
    void begin();
  }

  function putIn(id: string) {
    const material = materials.find((one) => one.id === id);
    if (!material || !editor) return;
    const src = fileAddress('materials', id);
    const kind = ['video', 'audio'].find((one) => material.mediaType.startsWith(`${one}/`));
    if (kind) editor.chain().focus().insertContent({ type: kind, attrs: { src } }).run();
    else if (material.mediaType.startsWith('image/'))
      editor.chain().focus().setImage({ src, alt: material.title }).run();
    else
      editor
        .chain()
        .focus()
        .insertContent({
          type: 'text',
          text: material.title,
          marks: [{ type: 'link', attrs: { href: `/materials/${id}` } }]
        })
        .run();
  }
</script>

<div class="text-sm">
  <div class="flex flex-wrap items-baseline gap-2">
    <span class="font-medium" id="brief-label">Brief</span>
    {#if why}<span role="status">{why}</span>{/if}
    <button type="button" class="ml-auto link" onclick={asText ? toEditor : toText}
      >{asText ? 'Write it in the editor' : 'Write it as text'}</button
    >
  </div>
  <div
    class="mt-1 rounded border border-base-300 bg-base-100 text-base focus-within:outline-2 focus-within:outline-primary"
  >
    {#if asText}
      <textarea
        class="textarea h-64 w-full border-0"
        aria-label="Brief"
        aria-describedby="brief-text-about"
        maxlength="100000"
        bind:value={brief}></textarea>
    {:else}
      {#if editor}
        {@const one = editor}
        <div class="border-b border-base-300">
          <Toolbar editor={one} tools={[...HEADINGS, ...PLAIN_TOOLS, TABLE]} {turn}>
            {#snippet more()}
              {#if turn >= 0 && one.isActive('table')}
                <button
                  type="button"
                  class="btn btn-ghost btn-xs"
                  onclick={() => one.chain().focus().addRowAfter().run()}>Row below</button
                >
                <button
                  type="button"
                  class="btn btn-ghost btn-xs"
                  onclick={() => one.chain().focus().addColumnAfter().run()}>Column beside</button
                >
                <button type="button" class="btn btn-ghost btn-xs" onclick={() => one.chain().focus().deleteRow().run()}
                  >Remove row</button
                >
                <button
                  type="button"
                  class="btn btn-ghost btn-xs"
                  onclick={() => one.chain().focus().deleteColumn().run()}>Remove column</button
                >
              {/if}
              <AddressField editor={one} {turn} />
              {#if materials.length > 0}
                <select
                  class="select ml-auto w-44 select-xs"
                  aria-label="Put a material into the brief"
                  onchange={(event) => {
                    putIn(event.currentTarget.value);
                    event.currentTarget.value = '';
                  }}
                >
                  <option value="">Put a material in</option>
                  {#each materials as { id, title } (id)}<option value={id}>{title}</option>{/each}
                </select>
              {/if}
            {/snippet}
          </Toolbar>
        </div>
      {/if}
      <div bind:this={place} class={editor ? '' : 'min-h-56'}></div>
    {/if}
  </div>
  {#if asText}<p id="brief-text-about" class="mt-1 opacity-80">
      Markdown: ## heading, - list, **bold**, tables with |
    </p>{/if}
  {#if problem}<p class="mt-1 font-medium text-error" role="alert">{problem}</p>{/if}
</div>
