<script lang="ts">
  import { onDestroy, onMount } from 'svelte';
  import { Scissors } from '@lucide/svelte';
  import {
    filmTroubles,
    RECORDING_TROUBLE_WORDS,
    soundTroubles,
    waveformOf,
    type Sound
  } from '$core/recordings/levels';
  import { keptOf, lengthOf, merged, nextKept, type Stretch } from '$core/recordings/stretches';
  import { withEnding } from '$core/pieces/names';
  import { span } from '$core/time/words';
  import Field from '$ui/forms/Field.svelte';
  import Message from '$ui/primitives/Message.svelte';
  import type { Heard } from '../../workers/recording';
  import type { RecordingGoal } from './goal';
  import { cutOf, listenTo } from './studio';
  import type { Take } from './take.svelte';
  import Waveform from './Waveform.svelte';

  interface Props {
    take: Take;
    goal: RecordingGoal;
    /** It went where it was meant to go. */
    done: () => void;
    /** Go on recording behind what is there. */
    goOn: () => void;
    /** Throw it away, and begin anew. */
    anew: () => void;
  }
  /** What was recorded, heard and seen before it becomes a piece; trimmed, and freed of what should not be in it. */
  const { take, goal, done, goOn, anew }: Props = $props();

  let whole = $state.raw<{ url: string; film: boolean } | null>(null);
  let heard = $state.raw<Heard | null>(null);
  let media = $state<HTMLMediaElement>();
  let at = $state(0);
  let cuts = $state.raw<Stretch[]>([]);
  /** Where a cut was begun. */
  let mark = $state<number | null>(null);
  let name = $state((() => goal.name)());
  let making = $state(false);
  let problem = $state('');

  const seconds = $derived(heard?.seconds ?? take.seconds);
  const kept = $derived(keptOf(seconds, cuts));
  const left = $derived(lengthOf(kept));
  const waveform = $derived(waveformOf(heard?.sound ?? null));
  const troublesOf = (sound: Sound | null) => [
    ...(sound ? soundTroubles(sound) : []),
    ...filmTroubles(take.glimpses, take.show === 'camera')
  ];
  const troubles = $derived(troublesOf(heard?.sound ?? null));

  onMount(async () => {
    try {
      const [{ file }, sound] = await Promise.all([cutOf(take.parts, null), listenTo(take.parts)]);
      whole = { url: URL.createObjectURL(file), film: file.type.startsWith('video/') };
      heard = sound;
      // Of one that broke off, nobody had written down how far it had come.
      take.seconds = sound.seconds;
    } catch {
      problem = 'What was recorded could not be read here. It is kept; close this and open it again.';
    }
  });
  onDestroy(() => whole && URL.revokeObjectURL(whole.url));

  /** What is cut is not played. */
  function skip() {
    if (!media || media.paused) return;
    const next = nextKept(kept, at);
    if (next === null) media.pause();
    else if (next > at + 0.02) media.currentTime = next;
  }
  function seek(to: number) {
    if (media) media.currentTime = to;
    at = to;
  }
  function cut(from: number, to: number) {
    cuts = merged([...cuts, { from: Math.min(from, to), to: Math.max(from, to) }]);
    mark = null;
  }

  async function make() {
    making = true;
    problem = '';
    try {
      const { file } = await cutOf(take.parts, cuts.length > 0 ? kept : null);
      const { sound } = await listenTo([file]);
      const facts = { film: file.type.startsWith('video/'), ...waveformOf(sound), troubles: troublesOf(sound) };
      const title = withEnding(name.trim() || goal.name, `x.${file.type.split('/')[1] ?? 'webm'}`);
      const refused = goal.take(new File([file], title, { type: file.type }), facts);
      if (refused === null) done();
      else problem = refused;
    } catch {
      problem = 'It could not be put together just now. What you recorded is kept; try again.';
    } finally {
      making = false;
    }
  }
  const said = (moment: number) => span(Math.round(moment) * 1000);
</script>

<section aria-label="What you recorded" class="grid gap-3">
  {#if whole?.film}
    <!-- svelte-ignore a11y_media_has_caption (it was made a moment ago) -->
    <video
      bind:this={media}
      bind:currentTime={at}
      src={whole.url}
      controls
      ontimeupdate={skip}
      aria-label="Look at what you recorded"
      class="max-h-[40vh] w-full bg-black"
    ></video>
  {:else if whole}
    <audio
      bind:this={media}
      bind:currentTime={at}
      src={whole.url}
      controls
      ontimeupdate={skip}
      aria-label="Listen to what you recorded"
      class="h-10 w-full"
    ></audio>
  {:else if !problem}<p role="status">Being made ready …</p>{/if}
  {#if heard}<Waveform {...waveform} {seconds} {at} {cuts} {seek} />{/if}
  <div class="flex flex-wrap items-center gap-2">
    <button type="button" class="btn btn-sm" disabled={at < 0.1} onclick={() => cut(0, at)}
      >Begin here, at {said(at)}</button
    >
    <button type="button" class="btn btn-sm" disabled={at < 0.1} onclick={() => cut(at, seconds)}>End here</button>
    {#if mark === null}
      <button type="button" class="btn btn-sm" onclick={() => (mark = at)}>
        <Scissors size={16} strokeWidth={1.75} aria-hidden="true" /> Cut something out from here
      </button>
    {:else}
      <button type="button" class="btn btn-sm" onclick={() => mark !== null && cut(mark, at)}>
        <Scissors size={16} strokeWidth={1.75} aria-hidden="true" /> Cut from {said(mark)} to {said(at)}
      </button>
      <button type="button" class="btn btn-ghost btn-sm" onclick={() => (mark = null)}>Do not cut</button>
    {/if}
  </div>
  {#each cuts as { from, to } (from)}
    <p class="flex items-center gap-3 text-sm">
      Cut out: {said(from)} to {said(to)}
      <button
        type="button"
        class="btn btn-ghost btn-sm"
        onclick={() => (cuts = cuts.filter((one) => one.from !== from))}>Put it back</button
      >
    </p>
  {/each}
  {#if heard}
    <p class="figures" role="status">
      {said(left)} long{#if goal.shortest !== null && left < goal.shortest}; at least {said(goal.shortest)} are wanted{/if}{#if goal.longest !== null && left > goal.longest + 0.5};
        at most {said(goal.longest)} are wanted{/if}
    </p>
  {/if}
  {#if troubles.length > 0}
    <ul class="list-disc pl-5">
      {#each troubles as trouble (trouble)}<li>{RECORDING_TROUBLE_WORDS[trouble]}</li>{/each}
    </ul>
  {/if}
  <div class="flex flex-wrap items-end gap-3">
    <Field label="Name">
      <input
        class="input w-72 max-w-full input-sm"
        bind:value={name}
        maxlength="200"
        onkeydown={(event) => {
          // Within a form, the key would send that.
          if (event.key === 'Enter') event.preventDefault();
        }}
      />
    </Field>
    <button type="button" class="btn btn-primary" disabled={making || !whole || left < 0.2} onclick={() => void make()}
      >{making ? 'Being put together …' : goal.label}</button
    >
    <button type="button" class="btn" onclick={goOn}>Go on recording</button>
    <button type="button" class="btn btn-ghost" onclick={anew}>Throw it away</button>
  </div>
  {#if problem}<Message kind="problem">{problem}</Message>{/if}
</section>
