<script lang="ts">
  import type { Editor } from '@tiptap/core';
  import { fromMarkdown, toMarkdown } from '$core/pages/markdown';
  import IconButton from '$ui/forms/IconButton.svelte';
  import Message from '$ui/primitives/Message.svelte';
  import Toolbar from '$ui/rich/Toolbar.svelte';
  import AddPicture from './AddPicture.svelte';
  import BringText from './BringText.svelte';
  import PageTimes from './PageTimes.svelte';
  import { putIn } from './put-in';
  import { PAGE_TOOLS, TABLE_TOOLS } from './page-tools';
  import { sendPicture } from '$ui/forms/send-picture';
  import { sendText } from './send';
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
    if (!editor.isDestroyed) putIn(editor, sent.text);
  }
  function bring(text: string) {
    editor.chain().setContent(fromMarkdown(text)).focus('start').run();
    open = null;
  }
</script>

<div class="border-b border-base-300">
  <Toolbar {editor} tools={PAGE_TOOLS} {turn}>
    {#snippet more()}
      <IconButton icon="image-plus" label="Picture" expanded={open === 'picture'} onclick={() => toggle('picture')} />
      <IconButton icon="history" label="Earlier times" expanded={open === 'times'} onclick={() => toggle('times')} />
      <BringText label="Bring a text in" bring={(file) => void bringIn(file)} />
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
