<script lang="ts">
  import { decodeText } from '$core/materials/text-encoding';
  import { onMount } from 'svelte';
  import { enhance } from '$app/forms';
  import {
    laidOver,
    LONGEST_CAPTIONS,
    momentWords,
    readCaptions,
    spokenIn,
    withLine,
    writeCaptions,
    type Caption
  } from '$core/recordings/captions';
  import { silences } from '$core/recordings/levels';
  import Field from '$ui/forms/Field.svelte';
  import IconButton from '$ui/forms/IconButton.svelte';
  import { told } from '$ui/forms/told';
  import Message from '$ui/primitives/Message.svelte';
  import type { Captioned } from './goal';
  import Media from './Media.svelte';

  /** What is said in a recording: typed as it is heard, laid over it line by line, or from a file. */
  const { goal, close }: { goal: Captioned; close: () => void } = $props();

  const id = $props.id();
  let sheet = $state<HTMLDialogElement>();
  let media = $state<HTMLMediaElement>();
  let at = $state(0);
  let seconds = $state(0);
  let captions = $state.raw<Caption[]>([]);
  let line = $state('');
  /** Where the line that is being typed began: it is heard before it is written. */
  let begun = $state<number | null>(null);
  let words = $state('');
  let problem = $state('');
  let busy = $state(false);

  onMount(() => sheet?.showModal());

  const text = $derived(writeCaptions(captions));
  const tooLong = $derived(text.length > LONGEST_CAPTIONS);

  function add() {
    if (line.trim() === '') return;
    captions = withLine(captions, begun ?? at, line.trim(), Math.max(seconds, begun ?? at));
    line = '';
    begun = null;
  }
  function change(i: number, said: string) {
    captions = captions.map((one, n) => (n === i ? { ...one, text: said } : one));
  }
  function lay() {
    const { levels, every } = goal.facts ?? { levels: [], every: 1 };
    const silent = silences(
      levels.map((level) => level / 255),
      every
    );
    captions = laidOver(words, spokenIn(silent, seconds));
    words = '';
  }
  async function read(file: File | undefined) {
    problem = '';
    if (!file) return;
    const found =
      file.size > LONGEST_CAPTIONS * 4
        ? null
        : await readCaptions(decodeText(new Uint8Array(await file.arrayBuffer())));
    if (found) captions = found;
    else problem = `${file.name} holds no captions: WebVTT (.vtt) and SubRip (.srt) are read. Yours are as they were.`;
  }
  function seek(to: number) {
    if (media) media.currentTime = to;
    void media?.play().catch(() => undefined);
  }
</script>

<dialog
  bind:this={sheet}
  aria-labelledby="{id}-title"
  onclose={close}
  class="m-auto size-full max-h-none max-w-none bg-base-200 p-4 text-base-content backdrop:bg-neutral/60 sm:h-fit sm:max-h-[94vh] sm:max-w-2xl sm:rounded"
>
  <div class="mb-3 flex items-start gap-3">
    <h2 id="{id}-title" class="text-xl font-semibold wrap-anywhere">What is said in {goal.name}</h2>
    <span class="ml-auto"><IconButton icon="x" label="Close" onclick={() => sheet?.close()} /></span>
  </div>
  <div class="grid grid-cols-1 gap-4">
    <Media
      src={goal.file}
      film={goal.film}
      of={goal.name}
      captions={goal.captions}
      bind:media
      bind:at
      bind:seconds
      said={(all) => (captions = all)}
    />
    <form
      class="flex flex-wrap items-end gap-2"
      onsubmit={(event) => {
        event.preventDefault();
        add();
      }}
    >
      <Field label="Said from {momentWords(begun ?? at)} on" about="Pause after a sentence, write it, press Enter">
        <input
          class="input w-96 max-w-full"
          bind:value={line}
          maxlength="500"
          oninput={() => (begun = line === '' ? null : (begun ?? Math.max(0, at - 2)))}
        />
      </Field>
      <button class="btn" disabled={line.trim() === ''}>Add this line</button>
    </form>
    {#if captions.length > 0}
      <ol class="grid max-h-64 grid-cols-1 gap-1 overflow-y-auto">
        {#each captions as caption, i (i)}
          <li class="flex items-center gap-2">
            <button
              type="button"
              class="btn w-20 shrink-0 btn-ghost btn-sm"
              aria-label="Play from {momentWords(caption.from)}"
              onclick={() => seek(caption.from)}>{momentWords(caption.from)}</button
            >
            <input
              class="input min-w-0 flex-1 input-sm"
              aria-label="Said from {momentWords(caption.from)} on"
              value={caption.text}
              maxlength="500"
              onchange={(event) => change(i, event.currentTarget.value)}
            />
            <IconButton
              icon="x"
              label="Remove what is said from {momentWords(caption.from)} on"
              onclick={() => (captions = captions.filter((_, n) => n !== i))}
            />
          </li>
        {/each}
      </ol>
    {:else}
      <p class="text-sm opacity-85">Nothing is written yet. Whoever cannot hear it reads what stands here.</p>
    {/if}
    <details>
      <summary class="cursor-pointer text-sm font-medium">All of it at once</summary>
      <div class="mt-2 grid gap-3">
        <Field label="The whole text" about="It is laid over the stretches in which somebody speaks">
          <textarea class="textarea h-32 w-full" bind:value={words} maxlength={LONGEST_CAPTIONS / 2}></textarea>
        </Field>
        <button
          type="button"
          class="btn justify-self-start btn-sm"
          disabled={words.trim() === '' || seconds === 0}
          onclick={lay}
          >{captions.length > 0 ? 'Use this instead of the lines above' : 'Lay it over the recording'}</button
        >
        <Field label="Or a file of captions" about="WebVTT (.vtt) or SubRip (.srt)">
          <input
            type="file"
            class="file-input w-full max-w-sm file-input-sm"
            accept=".vtt,.srt,text/vtt"
            onchange={(event) => void read(event.currentTarget.files?.[0])}
          />
        </Field>
      </div>
    </details>
    {#if tooLong}<Message kind="problem">That is more than can be kept: {LONGEST_CAPTIONS} characters at most.</Message
      >{/if}
    {#if problem}<Message kind="problem">{problem}</Message>{/if}
    <form
      method="post"
      action="?/captionPiece"
      use:enhance={told({
        busy: (on) => (busy = on),
        problem: (words) => (problem = words),
        done: () => sheet?.close()
      })}
    >
      <input type="hidden" name="pieceId" value={goal.pieceId} />
      <input type="hidden" name="captions" value={captions.length > 0 ? text : ''} />
      <button class="btn btn-primary" disabled={busy || tooLong || (captions.length === 0 && goal.captions === null)}
        >{captions.length > 0 || goal.captions === null ? 'Keep these captions' : 'Have no captions'}</button
      >
    </form>
  </div>
</dialog>
