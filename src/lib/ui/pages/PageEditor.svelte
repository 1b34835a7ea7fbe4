<script lang="ts">
  import { onDestroy, onMount } from 'svelte';
  import type { Editor } from '@tiptap/core';
  import { page } from '$app/state';
  import { invalidateAll } from '$app/navigation';
  import { writtenTo } from '$core/live/written-to';
  import { fileAddress } from '$core/materials/source';
  import { evidenceOf, type Evidence } from '$core/pages/evidence';
  import { measures, type Measures } from '$core/pages/measures';
  import { rangeWords, UNITS, within } from '$core/pieces/wants';
  import { owner } from '$ui/capture/owner';
  import IconButton from '$ui/forms/IconButton.svelte';
  import { whenTouched } from '$ui/live/heard';
  import Message from '$ui/primitives/Message.svelte';
  import { getUploads } from '$ui/uploads/uploads.svelte';
  import AddEvidence from './AddEvidence.svelte';
  import AnswersBar from './AnswersBar.svelte';
  import { EVIDENCE_WANTED, type EvidenceWanted } from './entry-view';
  import { pageAddress, type PageGoal } from './goal';
  import { goOn } from './go-on';
  import { KeptWriting } from './kept-writing';
  import { PageLine } from './page-line';
  import { notePlace } from './drawing-place';
  import DeckBar from './DeckBar.svelte';
  import { placedFrames } from './deck-tools';
  import PageChecks from './PageChecks.svelte';
  import ToDealWith from '$ui/remarks/ToDealWith.svelte';
  import NotTheirs from './NotTheirs.svelte';
  import PageTogether from './PageTogether.svelte';
  import PageTools from './PageTools.svelte';
  import { setOf } from './set-of';
  import type { Along } from './along.svelte';
  import type { WrittenPage } from './page.svelte';
  import type * as Writer from './writer';
  import SavingWords from '$ui/forms/SavingWords.svelte';

  /** A page as it is written, beside what is asked. Every word is kept; whoever closes it finds it in its place. */
  const { goal, close }: { goal: PageGoal; close: () => void } = $props();

  const id = $props.id();
  const uploads = getUploads();
  let written = $state.raw<WrittenPage | null>(null);
  let sheet = $state<HTMLDialogElement>();
  let place = $state<HTMLDivElement>();
  let tools = $state<PageTools>();
  let editor = $state.raw<Editor | null>(null);
  let turn = $state(0);
  let length = $state.raw<Measures>({ words: 0, characters: 0, sheets: 1, minutes: 1 });
  let counting: ReturnType<typeof setTimeout> | undefined;
  let problem = $state('');
  /** What became of a file whose answers were read. */
  let said = $state('');
  /** Not all of it is at the server, and somebody wants to close it. */
  let leaving = $state(false);
  /** Somebody tried to change what the teacher wrote. */
  let fixed = $state(false);
  /** On a phone the brief lies over the page, so it is not there at first. */
  let aside = $state(window.matchMedia('(min-width: 64rem)').matches);
  let deck = $state(false);
  let gone = false;
  let readFrom: typeof Writer.readFrom;
  /** Somebody tried to change a part that is not theirs: whose it is. */
  let theirs = $state<string | null>(null);
  let along = $state.raw<Along | null>(null);
  let showAlong = $state.raw<typeof Writer.showAlong>();
  /** An entry whose writer wants to show a file with it. */
  let showing = $state.raw<EvidenceWanted | null>(null);

  const brief = $derived(typeof page.data.briefHtml === 'string' ? page.data.briefHtml : '');
  const toChange = $derived(goal.toChange());
  const beside = $derived(brief !== '' || toChange.length > 0);
  const wanted = $derived(goal.wants.words);
  const sheets = $derived(goal.wants.pages);
  const saving = $derived(written?.saving ?? { state: 'opening' as const });
  const address = $derived(pageAddress(goal));

  onMount(() => {
    sheet?.showModal();
    begin().catch(
      () => (problem = 'What writes pages could not be fetched just now. Try again when the line is back.')
    );
    const away = () => document.visibilityState === 'hidden' && void written?.finish(false);
    document.addEventListener('visibilitychange', away);
    const wanted = (event: Event) => (showing = (event as CustomEvent<EvidenceWanted>).detail);
    place?.addEventListener(EVIDENCE_WANTED, wanted);
    const deaf = whenTouched((touched) => {
      const to = writtenTo(touched, goal.pieceId);
      if (to !== null) void written?.heard(to);
    });
    return () => {
      document.removeEventListener('visibilitychange', away);
      deaf();
    };
  });
  onDestroy(() => {
    gone = true;
    clearTimeout(counting);
    editor?.destroy();
    along?.close();
    written?.close();
  });

  async function begin() {
    const {
      writtenPage,
      pageEditor,
      readFrom: reading,
      Along,
      showAlong: showing,
      takeInCursor
    } = await import('./writer');
    readFrom = reading;
    if (gone) return;
    const opened = (written = writtenPage(new PageLine(address), new KeptWriting(owner(), goal.pieceId)));
    if (!(await opened.open()) || !place || gone) return;
    const others = goal.together ? new Along(address, opened) : null;
    if (others) await others.open();
    [along, showAlong] = [others, showing];
    if (gone) return others?.close();
    editor = pageEditor({
      element: place,
      doc: opened.doc,
      label: goal.name,
      base: `${fileAddress('pieces', goal.pieceId)}/`,
      pictures: (files, at) => tools?.addPictures(files, at),
      onChange: count,
      onTurn: () => turn++,
      refused: goal.starter ? () => (fixed = true) : null,
      along: others && { along: others, refused: (part) => (theirs = part.personId ?? '') }
    });
    const writing = editor;
    opened.beforeOthers = () => takeInCursor(writing);
    notePlace(editor, { pieceId: goal.pieceId, address });
    count(editor, 0);
    deck = placedFrames(editor.state.doc).length > 0;
    goOn(editor, { starter: goal.starter, mine: others?.mine });
    if (goal.from) await readInto(goal.from);
  }

  /** Counted where one pauses: on a long page it takes longer than a key. */
  function count({ state: { doc } }: Editor, wait = 250) {
    clearTimeout(counting);
    counting = setTimeout(() => {
      let [pictures, breaks] = [0, 0];
      doc.descendants(({ type: { name } }) => {
        if (name === 'image') pictures++;
        if (name === 'pageBreak') breaks++;
      });
      length = measures(doc.textBetween(0, doc.content.size, '\n'), pictures, breaks);
    }, wait);
  }

  function show({ entry }: EvidenceWanted, file: Evidence) {
    const writing = editor;
    writing?.state.doc.descendants(({ type, attrs }, at) => {
      if (type.name !== 'entry' || attrs.id !== entry) return true;
      const known = evidenceOf({ attrs });
      if (!known.some(({ sha256 }) => sha256 === file.sha256))
        writing.view.dispatch(writing.state.tr.setNodeAttribute(at, 'evidence', [...known, file]));
      return false;
    });
  }
  async function readInto(file: File) {
    if (!editor) return;
    const read = await readFrom(editor, address, file);
    if (read.ok) said = read.words;
    else problem = `${file.name}: ${read.words}`;
  }
  async function look() {
    await written?.finish();
    if (!gone) await invalidateAll();
  }
  function toShelf() {
    uploads.add([new File([written?.text ?? ''], goal.name, { type: 'text/markdown' })], {}, Number.MAX_SAFE_INTEGER);
    sheet?.close();
  }
  async function done() {
    try {
      await written?.finish();
      const { state } = written?.saving ?? { state: 'opening' };
      if (state === 'here') await invalidateAll();
      else if (state !== 'refused' && state !== 'opening' && editor) return void (leaving = true);
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
      <SavingWords {saving} />
      <p class={['figures text-sm', wanted && !within(length.words, wanted) && 'font-semibold']}>
        {UNITS.words(length.words)}{#if wanted}; wanted: {rangeWords(wanted, UNITS.words)}{/if}
      </p>
      <p class="figures hidden text-sm opacity-80 sm:block">
        {length.characters} characters ·
        <span class={[sheets && !within(length.sheets, sheets) && 'font-semibold']}
          >about {UNITS.pages(length.sheets)} in print{#if sheets}; wanted: {rangeWords(sheets, UNITS.pages)}{/if}</span
        >
        · {length.minutes} min to read
      </p>
      <span class="ml-auto flex items-center gap-2">
        {#if beside}
          <button type="button" class="btn btn-sm" aria-pressed={aside} onclick={() => (aside = !aside)}
            >{aside ? 'Hide' : 'Show'} the {toChange.length > 0 ? 'list' : 'brief'}</button
          >
        {/if}
        <IconButton icon="x" label="Close; every word is kept" onclick={() => void done()} />
      </span>
    </div>
    {#if saving.state === 'refused' || problem || (leaving && saving.state !== 'here')}
      <div class="grid gap-2 px-4 pt-3">
        {#if saving.state === 'refused'}
          <Message kind="problem">{saving.words}</Message>
          {#if written?.text}
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
    <div class="relative flex min-h-0 flex-1 flex-col lg:flex-row">
      {#if beside && aside}
        <!-- svelte-ignore a11y_no_noninteractive_tabindex (it is scrolled by keyboard too) -->
        <section
          aria-label={toChange.length > 0 ? 'What to change, and the brief' : 'Brief'}
          tabindex="0"
          class="absolute inset-0 z-10 brief-text overflow-y-auto bg-base-200 p-4 lg:static lg:w-96 lg:shrink-0 lg:border-r lg:border-base-300"
        >
          {#if toChange.length > 0}<ToDealWith remarks={toChange} />{/if}
          <!-- eslint-disable-next-line svelte/no-at-html-tags -- cleaned by the server -->
          {@html brief}
        </section>
      {/if}
      {#if editor && deck}<DeckBar {editor} {turn} name={goal.name} />{/if}
      <div class="flex min-h-0 min-w-0 flex-1 flex-col bg-base-100">
        {#if editor}
          <PageTools bind:this={tools} {editor} {turn} {address} name={goal.name} />
        {:else if saving.state === 'unreached'}
          <p class="p-4">The page could not be opened just now. Try again when the line is back.</p>
        {/if}
        {#if editor && along && showAlong}<PageTogether {along} {editor} {turn} show={showAlong} />{/if}
        {#if editor && showing}
          {@const wanting = showing}
          <AddEvidence
            {address}
            words={showing.words}
            add={(file) => show(wanting, file)}
            close={() => (showing = null)}
          />
        {/if}
        {#if editor && goal.starter}<AnswersBar {editor} {turn} bring={(file) => void readInto(file)} />{/if}
        {#if editor}<PageChecks {editor} {goal} {length} there={saving.state === 'here'} {look} />{/if}
        {#if said}
          <p class="border-b border-base-300 px-4 py-2 text-sm" role="status">
            {said} <button type="button" class="link" onclick={() => (said = '')}>All right</button>
          </p>
        {/if}
        {#if theirs !== null && along}<NotTheirs {along} whose={theirs} close={() => (theirs = null)} />{/if}
        {#if fixed}
          <p class="border-b border-base-300 px-4 py-2 text-sm" role="status">
            What your teacher wrote stays as it is. Write where an answer goes.
            <button type="button" class="link" onclick={() => (fixed = false)}>All right</button>
          </p>
        {/if}
        <div bind:this={place} class="min-h-0 flex-1 overflow-y-auto" style={setOf(goal.wants)}></div>
      </div>
    </div>
  </div>
</dialog>
