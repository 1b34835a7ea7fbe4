<script lang="ts">
  import { onDestroy, onMount } from 'svelte';
  import { enhance } from '$app/forms';
  import type { Editor } from '@tiptap/core';
  import Icon from '$ui/icons/Icon.svelte';
  import { told } from '$ui/forms/told';
  import Message from '$ui/primitives/Message.svelte';
  import Toolbar from '$ui/rich/Toolbar.svelte';
  import { sendPicture } from '$ui/forms/send-picture';
  import PictureHere from './PictureHere.svelte';
  import BringText from './BringText.svelte';
  import { PAGE_TOOLS } from './page-tools';
  import PromptSettings from './PromptSettings.svelte';
  import { PROMPT_TOOLS } from './prompt-tools';
  import SelectedPart from './SelectedPart.svelte';
  import { sendText } from './send';
  import type * as Writer from './starter-editor';

  interface Props {
    starter: { place: string; version: number; text: string; copies: number };
    /** Where pictures of the place are kept. */
    address: string;
  }
  /** A page that a teacher prepares for a place: what it says, and where each student answers. */
  const { starter, address }: Props = $props();

  let place = $state<HTMLDivElement>();
  let editor = $state.raw<Editor | null>(null);
  let writer: typeof Writer | null = null;
  let turn = $state(0);
  let counting: ReturnType<typeof setTimeout> | undefined;
  let asked = $state.raw<string[]>([]);
  let busy = $state(false);
  let problem = $state('');
  let said = $state('');

  onMount(() => {
    void begin();
  });
  onDestroy(() => {
    clearTimeout(counting);
    editor?.destroy();
  });
  async function begin() {
    try {
      writer = await import('./starter-editor');
    } catch {
      problem = 'What writes starters could not be fetched just now. Read the page anew when the line is back.';
      return;
    }
    if (!place) return;
    const element = place;
    editor = writer.starterEditor({
      element,
      text: starter.text,
      base: `${address}/`,
      label: `Starter of ${starter.place}`,
      onTurn: turned
    });
    turned();
  }
  function turned() {
    turn++;
    clearTimeout(counting);
    counting = setTimeout(() => {
      if (editor && writer) asked = writer.questionsOf(editor);
    }, 250);
  }
  async function bringIn(file: File) {
    problem = '';
    busy = true;
    const sent = await sendText(location.pathname, file);
    busy = false;
    if (!sent.ok) return void (problem = `${file.name}: ${sent.words}`);
    if (editor && writer) writer.putIn(editor, sent.text);
  }
  async function addPicture(file: File) {
    problem = '';
    busy = true;
    const sent = await sendPicture(address, file);
    busy = false;
    if (sent.ok)
      editor
        ?.chain()
        .focus()
        .insertContent({ type: 'image', attrs: { src: sent.name, alt: '' } })
        .run();
    else problem = `${file.name}: ${sent.words}`;
  }
  function kept({ corrected, loose }: Record<string, unknown>) {
    const copies = Number(corrected);
    const without = Number(loose);
    said = ['It is kept.']
      .concat(
        copies > 0 ? [`${copies} ${copies === 1 ? 'copy was' : 'copies were'} corrected around the answers.`] : []
      )
      .concat(
        without > 0
          ? [`On ${without} of them an answer has lost its question; it stands at the end, still its writer’s.`]
          : []
      )
      .join(' ');
  }
</script>

<p class="mb-4 max-w-prose">
  Each student who begins gets a copy of this page with their name on it. They write where you put a place for an
  answer; the rest stays as you wrote it.
  {#if starter.copies > 0}
    <b>{starter.copies} {starter.copies === 1 ? 'copy has' : 'copies have'} been begun.</b> What you change reaches them around
    their answers, and takes none away.
  {/if}
</p>
{#if problem}<Message kind="problem">{problem}</Message>{/if}
{#if said}<Message kind="done">{said}</Message>{/if}
<div class="rounded border border-base-300 bg-base-100">
  {#if editor}
    {@const writing = editor}
    <div class="border-b border-base-300">
      <Toolbar {editor} tools={PAGE_TOOLS} {turn} />
      <Toolbar {editor} tools={PROMPT_TOOLS} {turn} label="What is asked">
        {#snippet more()}
          <button type="button" class="btn btn-ghost btn-sm" onclick={() => writer?.findQuestions(writing)}>
            <Icon name="search-check" size={16} /> Find the questions
          </button>
          <PictureHere add={(file) => void addPicture(file)} />
          <BringText label="Bring a document in" bring={(file) => void bringIn(file)} />
        {/snippet}
      </Toolbar>
    </div>
    <SelectedPart {editor} {turn} />
    <PromptSettings {editor} {turn} />
  {:else if !problem}<p class="p-4" role="status">Being opened …</p>{/if}
  <div bind:this={place}></div>
</div>
<form
  method="post"
  action="?/keep"
  class="mt-4 flex flex-wrap items-center gap-4"
  onformdata={({ formData }) => editor && writer && formData.set('text', writer.starterOf(editor))}
  use:enhance={told({
    busy: (on) => (busy = on),
    problem: (words) => ([problem, said] = [words, '']),
    done: kept
  })}
>
  <input type="hidden" name="known" value={starter.version} />
  <button class="btn btn-primary" disabled={busy || !editor}>Keep the starter</button>
  <p class="text-sm" role="status">
    {asked.length === 0
      ? 'It asks nothing yet.'
      : `It asks: ${asked.slice(0, 6).join(' · ')}${asked.length > 6 ? ' …' : ''}`}
  </p>
</form>
