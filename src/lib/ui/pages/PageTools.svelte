<script lang="ts">
  import type { Editor } from '@tiptap/core';
  import { FileInput, History, ImagePlus } from '@lucide/svelte';
  import { fromMarkdown, toMarkdown } from '$core/pages/markdown';
  import Message from '$ui/primitives/Message.svelte';
  import Toolbar from '$ui/rich/Toolbar.svelte';
  import AddPicture from './AddPicture.svelte';
  import PageTimes from './PageTimes.svelte';
  import { PAGE_TOOLS, TABLE_TOOLS } from './page-tools';
  import { sendPicture, sendText } from './send';
  import SelectedPart from './SelectedPart.svelte';

  interface Props {
    editor: Editor;
    turn: number;
    /** Where the page is kept. */
    address: string;
    name: string;
  }
  /** What stands above a page that is written: how it is written, pictures, the field of what is picked, earlier times. */
  const { editor, turn, address, name }: Props = $props();
  let open = $state<'picture' | 'times' | null>(null);
  /** What is on its way. */
  let coming = $state<string[]>([]);
  let problem = $state('');

  const inTable = $derived(turn >= 0 && editor.isActive('table'));
  const toggle = (what: 'picture' | 'times') => (open = open === what ? null : what);

  /** @param at where in the text; null where the cursor stands */
  export function addPictures(
    pictures: ReadonlyArray<File | { fileId: string; name: string }>,
    at: number | null
  ): void {
    for (const picture of pictures) void add(picture, at);
  }
  async function add(picture: File | { fileId: string; name: string }, at: number | null) {
    const what = picture instanceof File ? picture : { fileId: picture.fileId };
    const sent = await whileComing(picture.name, sendPicture(address, what));
    if (!sent.ok) return void (problem = `${picture.name}: ${sent.words}`);
    if (editor.isDestroyed) return;
    const image = { type: 'image', attrs: { src: sent.name, alt: '' } };
    const to = Math.min(at ?? editor.state.selection.to, editor.state.doc.content.size);
    editor.chain().focus().insertContentAt(to, image).run();
    pick(to);
  }
  /** Picks the picture that was just put in, so that it is said what it shows. */
  function pick(from: number) {
    let found = -1;
    const { doc } = editor.state;
    doc.nodesBetween(Math.max(0, from - 1), Math.min(doc.content.size, from + 3), ({ type }, at) => {
      if (type.name === 'image') found = at;
    });
    if (found >= 0) editor.commands.setNodeSelection(found);
  }
  async function whileComing<T>(what: string, sending: Promise<T>): Promise<T> {
    problem = '';
    coming = [...coming, what];
    const sent = await sending;
    const at = coming.indexOf(what);
    coming = coming.filter((_, i) => i !== at);
    return sent;
  }
  /** The text of a document is put in where the cursor stands. */
  async function bringIn(file: File) {
    const sent = await whileComing(file.name, sendText(address, file));
    if (!sent.ok) return void (problem = `${file.name}: ${sent.words}`);
    const { html, markdown } = sent.text;
    if (!editor.isDestroyed)
      editor
        .chain()
        .focus()
        .insertContent(html ?? fromMarkdown(markdown ?? '').content ?? '')
        .run();
  }
  function bring(text: string) {
    editor.chain().setContent(fromMarkdown(text)).focus('start').run();
    open = null;
  }
</script>

<div class="border-b border-base-300">
  <Toolbar {editor} tools={PAGE_TOOLS} {turn}>
    {#snippet more()}
      <button
        type="button"
        class="grid size-8 place-items-center rounded hover:bg-base-200"
        aria-label="Picture"
        title="Picture"
        aria-expanded={open === 'picture'}
        onclick={() => toggle('picture')}><ImagePlus size={16} strokeWidth={1.75} aria-hidden="true" /></button
      >
      <button
        type="button"
        class="grid size-8 place-items-center rounded hover:bg-base-200"
        aria-label="Earlier times"
        title="Earlier times"
        aria-expanded={open === 'times'}
        onclick={() => toggle('times')}><History size={16} strokeWidth={1.75} aria-hidden="true" /></button
      >
      <label
        class="grid size-8 cursor-pointer place-items-center rounded focus-within:outline-2 hover:bg-base-200"
        title="Bring a text in: DOCX, ODT, HTML, Markdown"
      >
        <FileInput size={16} strokeWidth={1.75} aria-hidden="true" />
        <span class="sr-only">Bring a text in: DOCX, ODT, HTML, Markdown</span>
        <input
          type="file"
          accept=".docx,.odt,.html,.htm,.md,.markdown,.txt"
          class="sr-only"
          onchange={({ currentTarget }) => {
            const [file] = currentTarget.files ?? [];
            if (file) void bringIn(file);
            currentTarget.value = '';
          }}
        />
      </label>
      {#if inTable}
        {#each TABLE_TOOLS as { label, run } (label)}
          <button type="button" class="btn btn-ghost btn-xs" onclick={() => run(editor)}>{label}</button>
        {/each}
      {/if}
    {/snippet}
  </Toolbar>
</div>
{#if coming.length > 0}<p role="status" class="px-4 py-1 text-sm">On its way: {coming.join(', ')} …</p>{/if}
{#if problem}<div class="px-4 py-2"><Message kind="problem">{problem}</Message></div>{/if}
{#if open === 'picture'}
  <AddPicture add={(picture) => addPictures([picture], null)} close={() => (open = null)} />
{:else if open === 'times'}
  <PageTimes {address} {name} now={() => toMarkdown(editor.getJSON())} {bring} close={() => (open = null)} />
{/if}
<SelectedPart {editor} {turn} />
