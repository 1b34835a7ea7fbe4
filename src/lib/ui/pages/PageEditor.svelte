<script lang="ts">
  import { onDestroy, onMount } from 'svelte';
  import { X } from '@lucide/svelte';
  import type { Editor } from '@tiptap/core';
  import { page } from '$app/state';
  import { invalidateAll } from '$app/navigation';
  import { wordCount } from '$core/materials/word-count';
  import { rangeWords, UNITS, within } from '$core/pieces/wants';
  import { toTheSecond } from '$core/time/words';
  import { owner } from '$ui/capture/owner';
  import IconButton from '$ui/forms/IconButton.svelte';
  import Message from '$ui/primitives/Message.svelte';
  import Toolbar from '$ui/rich/Toolbar.svelte';
  import { HEADINGS, PLAIN_TOOLS, TABLE } from '$ui/rich/tools';
  import { getZone } from '$ui/time/reader';
  import { getUploads } from '$ui/uploads/uploads.svelte';
  import { pageAddress, type PageGoal } from './goal';
  import { KeptWriting } from './kept-writing';
  import { WrittenPage } from './page.svelte';

  /** A page as it is written, beside what is asked. Every word is kept; whoever closes it finds it in its place. */
  const { goal, close }: { goal: PageGoal; close: () => void } = $props();

  const id = $props.id();
  const uploads = getUploads();
  const zone = getZone();
  const written = new WrittenPage((() => pageAddress(goal))(), new KeptWriting(owner(), (() => goal.pieceId)()));
  let sheet = $state<HTMLDialogElement>();
  let place = $state<HTMLDivElement>();
  let editor = $state.raw<Editor | null>(null);
  let turn = $state(0);
  let words = $state(0);
  let problem = $state('');
  /** Not all of it is at the server, and somebody wants to close it. */
  let leaving = $state(false);
  let aside = $state(true);

  const brief = $derived(typeof page.data.briefHtml === 'string' ? page.data.briefHtml : '');
  const wanted = $derived(goal.wants.words);
  const saving = $derived(written.saving);

  onMount(() => {
    sheet?.showModal();
    void begin();
    const away = () => document.visibilityState === 'hidden' && void written.finish(false);
    document.addEventListener('visibilitychange', away);
    return () => document.removeEventListener('visibilitychange', away);
  });
  onDestroy(() => {
    written.close();
    editor?.destroy();
  });

  async function begin() {
    const [text, { markdownEditor }] = await Promise.all([written.open(), import('$ui/rich/markdown-editor')]);
    if (!place || text === null) return;
    editor = markdownEditor({
      element: place,
      markdown: text,
      label: goal.name,
      levels: [1, 2, 3, 4],
      class: 'min-h-64',
      onChange: (markdown, changed) => {
        written.write(markdown);
        count(changed);
      },
      onTurn: () => turn++
    });
    count(editor);
    // Behind a heading at the end the editor puts an empty line, once anything happens: there one begins.
    editor.view.dispatch(editor.state.tr);
    editor.commands.focus('end');
  }
  const count = ({ state: { doc } }: Editor) => (words = wordCount(doc.textBetween(0, doc.content.size, '\n')));

  function takeOther() {
    editor?.commands.setContent(written.takeOther(), { contentType: 'markdown', emitUpdate: false });
  }
  function toShelf() {
    const file = new File([written.text], goal.name, { type: 'text/markdown' });
    uploads.add([file], {}, Number.MAX_SAFE_INTEGER);
    sheet?.close();
  }
  async function done() {
    try {
      await written.finish();
      const { state } = written.saving;
      if (state === 'here') await invalidateAll();
      else if (state !== 'refused' && state !== 'opening') return void (leaving = true);
    } catch {
      problem = 'It could not be finished just now. What you wrote is kept.';
      return;
    }
    sheet?.close();
  }
</script>

<dialog
  bind:this={sheet}
  aria-labelledby="{id}-title"
  oncancel={(event) => {
    event.preventDefault();
    void done();
  }}
  onclose={close}
  class="m-auto size-full max-h-none max-w-none bg-base-200 p-0 text-base-content backdrop:bg-neutral/60 lg:h-[94vh] lg:max-w-6xl lg:rounded"
>
  <div class="flex h-full flex-col">
    <div class="flex flex-wrap items-center gap-x-4 gap-y-1 border-b border-base-300 px-4 py-2">
      <h2 id="{id}-title" class="text-lg font-semibold wrap-anywhere">{goal.name}</h2>
      <p role="status" class="text-sm">
        {#if saving.state === 'opening'}Being opened …
        {:else if saving.state === 'keeping'}Being kept …
        {:else if saving.state === 'unreached'}Kept on this device. It goes on its way when the line is back.
        {:else if saving.state === 'too-long'}It is too long to be kept but on this device: divide it into two pages.
        {:else if saving.state === 'elsewhere'}Kept on this device.
        {:else if saving.state === 'here'}All of it is here{#if saving.at !== null}, {toTheSecond(
              saving.at,
              zone()
            )}{/if}{/if}
      </p>
      <p class={['figures text-sm', wanted && !within(words, wanted) && 'font-semibold']}>
        {UNITS.words(words)}{#if wanted}; wanted: {rangeWords(wanted, UNITS.words)}{/if}
      </p>
      <span class="ml-auto flex items-center gap-2">
        {#if brief}
          <button type="button" class="btn btn-sm" aria-pressed={aside} onclick={() => (aside = !aside)}
            >{aside ? 'Hide the brief' : 'Show the brief'}</button
          >
        {/if}
        <IconButton icon={X} label="Close; every word is kept" onclick={() => void done()} />
      </span>
    </div>
    {#if saving.state === 'elsewhere' || saving.state === 'refused' || problem || (leaving && saving.state !== 'here')}
      <div class="grid gap-2 px-4 pt-3">
        {#if saving.state === 'elsewhere'}
          <Message kind="problem">
            Something else was written on this page, in another window or on another device. Yours is kept here until
            you choose.
          </Message>
          <div class="flex flex-wrap gap-2">
            <button type="button" class="btn btn-primary btn-sm" onclick={() => void written.keepThis()}
              >Keep this one; the other stays on the Shelf</button
            >
            <button type="button" class="btn btn-sm" onclick={takeOther}>Take the other one</button>
          </div>
          <details>
            <summary class="cursor-pointer text-sm font-medium">What the other one says</summary>
            <pre
              class="max-h-40 overflow-auto rounded bg-base-100 p-2 text-sm whitespace-pre-wrap">{written.other}</pre>
          </details>
        {:else if saving.state === 'refused'}
          <Message kind="problem">{saving.words}</Message>
          {#if editor}
            <button type="button" class="btn justify-self-start btn-sm" onclick={toShelf}
              >Put what you wrote on the Shelf</button
            >
          {/if}
        {/if}
        {#if problem}<Message kind="problem">{problem}</Message>{/if}
        {#if leaving && saving.state !== 'here'}
          <Message kind="problem"
            >What you wrote last is only on this device yet: a submit would not have it. Open the page again here to
            send it.</Message
          >
          <button type="button" class="btn justify-self-start btn-sm" onclick={() => sheet?.close()}
            >Close it all the same</button
          >
        {/if}
      </div>
    {/if}
    <div class="flex min-h-0 flex-1 flex-col lg:flex-row">
      {#if brief && aside}
        <!-- svelte-ignore a11y_no_noninteractive_tabindex (it is scrolled by keyboard too) -->
        <section
          aria-label="Brief"
          tabindex="0"
          class="brief-text max-h-[35vh] shrink-0 overflow-y-auto border-b border-base-300 p-4 lg:max-h-none lg:w-96 lg:border-r lg:border-b-0"
        >
          <!-- eslint-disable-next-line svelte/no-at-html-tags -- cleaned by the server -->
          {@html brief}
        </section>
      {/if}
      <div class="flex min-h-0 min-w-0 flex-1 flex-col bg-base-100">
        {#if editor}
          <div class="border-b border-base-300">
            <Toolbar {editor} tools={[...HEADINGS, ...PLAIN_TOOLS, TABLE]} {turn} />
          </div>
        {:else if saving.state === 'unreached'}
          <p class="p-4">The page could not be opened just now. Try again when the line is back.</p>
        {/if}
        <div bind:this={place} class="min-h-0 flex-1 overflow-y-auto"></div>
      </div>
    </div>
  </div>
</dialog>
