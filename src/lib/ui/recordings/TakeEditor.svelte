<script lang="ts">
  import { onDestroy, onMount } from 'svelte';
  import Icon from '$ui/icons/Icon.svelte';
  import {
    filmTroubles,
    RECORDING_TROUBLE_WORDS,
    soundTroubles,
    waveformOf,
    type Sound
  } from '$core/recordings/levels';
  import { takenAgain, within, type Passage } from '$core/recordings/passages';
  import { keptOf, lengthOf, merged, nextKept, type Stretch } from '$core/recordings/stretches';
  import { withEnding } from '$core/pieces/names';
  import { span } from '$core/time/words';
  import Field from '$ui/forms/Field.svelte';
  import Message from '$ui/primitives/Message.svelte';
  import type { Together } from '../../workers/recording';
  import type { RecordingGoal } from './goal';
  import Media from './Media.svelte';
  import { listenTo, putTogether } from './studio';
  import type { Plan, Take } from './take.svelte';
  import Waveform from './Waveform.svelte';

  interface Props {
    take: Take;
    goal: RecordingGoal;
    /** What it is called, and the word beside it. */
    words: { name: string; note: string };
    /** It went where it was meant to go. */
    done: () => void;
    /** Go on recording, behind what is there or in the place of a passage. */
    goOn: (plan: Plan) => void;
    /** Throw it away, and begin anew. */
    anew: () => void;
  }
  /** What was recorded, heard and seen before it becomes a piece; trimmed, and freed of what should not be in it. */
  const { take, goal, words, done, goOn, anew }: Props = $props();

  let whole = $state.raw<(Together & { url: string; film: boolean }) | null>(null);
  let sound = $state.raw<Sound | null>(null);
  let hearing: Promise<Sound | null> = Promise.resolve(null);
  let media = $state<HTMLMediaElement>();
  let at = $state(0);
  let cuts = $state.raw<Stretch[]>([]);
  /** Where a stretch was begun that is cut out or taken again. */
  let mark = $state<number | null>(null);
  let making = $state(false);
  let problem = $state('');

  const seconds = $derived(whole?.seconds ?? take.seconds);
  const kept = $derived(keptOf(seconds, cuts));
  const left = $derived(lengthOf(kept));
  const waveform = $derived(waveformOf(sound));
  const troublesOf = (heard: Sound | null) => [
    ...(heard ? soundTroubles(heard) : []),
    ...filmTroubles(take.glimpses, take.show === 'camera')
  ];
  const troubles = $derived(troublesOf(sound));

  onMount(async () => {
    try {
      const made = await putTogether(take.parts, take.passages);
      whole = { ...made, url: URL.createObjectURL(made.file), film: made.file.type.startsWith('video/') };
      // Of one that broke off, nobody had written down how far it had come.
      take.seconds = made.seconds;
      hearing = soundOf(made.file);
      sound = await hearing;
    } catch {
      problem = 'What was recorded could not be read here. It is kept; close this and open it again.';
    }
  });
  onDestroy(() => whole && URL.revokeObjectURL(whole.url));

  /** Null where this browser cannot hear it. */
  const soundOf = (file: Blob): Promise<Sound | null> =>
    listenTo(file).then(
      (heard) => heard.sound,
      () => null
    );

  /** What is cut is not played. */
  $effect(() => {
    const next = nextKept(kept, at);
    if (!media || media.paused) return;
    if (next === null) media.pause();
    else if (next > at + 0.02) media.currentTime = next;
  });
  function seek(to: number) {
    if (media) media.currentTime = to;
    at = to;
  }
  function cut(from: number, to: number) {
    cuts = merged([...cuts, { from: Math.min(from, to), to: Math.max(from, to) }]);
    mark = null;
  }

  /** What is left, as passages of what was recorded. */
  const passages = (stretches: readonly Stretch[]): Passage[] => within(take.passages, whole?.lengths ?? [], stretches);
  const behind = (): Plan => ({
    passages: [...passages(kept), { part: take.parts.length, from: 0, to: null }],
    seconds: left
  });
  function inPlaceOf(one: number, other: number): Plan {
    const again = { from: Math.min(one, other), to: Math.max(one, other) };
    const rest = lengthOf(keptOf(seconds, [...cuts, again]));
    const next = takenAgain(take.passages, whole?.lengths ?? [], kept, again, take.parts.length);
    return { passages: next, seconds: rest };
  }

  async function make() {
    if (!whole) return;
    making = true;
    problem = '';
    try {
      const wanted = cuts.length > 0 ? passages(kept) : take.passages;
      // What is left to be sent goes while it is put together here, and while it is listened to.
      const sent = take.along?.end().then((parts) => parts && { parts, passages: wanted }) ?? Promise.resolve(null);
      const { file } = cuts.length > 0 ? await putTogether(take.parts, wanted) : whole;
      const heard = cuts.length > 0 ? soundOf(file) : hearing;
      const { film } = whole;
      const facts = heard.then((sound) => ({ film, ...waveformOf(sound), troubles: troublesOf(sound) }));
      const title = withEnding(words.name.trim() || goal.name, `x.${file.type.split('/')[1] ?? 'webm'}`);
      const named = new File([file], title, { type: file.type });
      const refused = await goal.take({ file: named, facts, note: words.note.trim(), sent });
      if (refused === null) done();
      else problem = refused;
    } catch {
      problem = 'It could not be put together just now. What you recorded is kept; try again.';
    } finally {
      making = false;
    }
  }
  /** Within a form, the key would send that. */
  function stay(event: KeyboardEvent) {
    if (event.key === 'Enter') event.preventDefault();
  }
  const said = (moment: number) => span(Math.round(moment) * 1000);
</script>

<section aria-label="What you recorded" class="grid gap-3">
  {#if whole}
    <Media src={whole.url} film={whole.film} of="what you recorded" bind:media bind:at />
  {:else if !problem}<p role="status">Being made ready …</p>{/if}
  {#if sound}<Waveform {...waveform} {seconds} {at} {cuts} {seek} />{/if}
  <div class="flex flex-wrap items-center gap-2">
    <button type="button" class="btn btn-sm" disabled={at < 0.1} onclick={() => cut(0, at)}
      >Begin here, at {said(at)}</button
    >
    <button type="button" class="btn btn-sm" disabled={at < 0.1} onclick={() => cut(at, seconds)}>End here</button>
    {#if mark === null}
      <button type="button" class="btn btn-sm" onclick={() => (mark = at)}>
        <Icon name="scissors" size={16} /> Cut out or take again from here
      </button>
    {:else}
      <button type="button" class="btn btn-sm" onclick={() => mark !== null && cut(mark, at)}>
        <Icon name="scissors" size={16} /> Cut out {said(Math.min(mark, at))} to {said(Math.max(mark, at))}
      </button>
      <button
        type="button"
        class="btn btn-sm"
        disabled={Math.abs(at - mark) < 0.1}
        onclick={() => mark !== null && goOn(inPlaceOf(mark, at))}
      >
        <Icon name="refresh-ccw" size={16} /> Take {said(Math.min(mark, at))} to {said(Math.max(mark, at))} again
      </button>
      <button type="button" class="btn btn-ghost btn-sm" onclick={() => (mark = null)}>Neither</button>
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
  {#if whole}
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
  {#if take.earlier.length > 0}
    <button type="button" class="btn justify-self-start btn-sm" onclick={() => void take.undo()}>
      <Icon name="undo-2" size={16} /> As it was before you recorded again
    </button>
  {/if}
  <div class="flex flex-wrap items-end gap-3">
    <Field label="Name">
      <input
        class="input w-72 max-w-full input-sm"
        value={words.name}
        oninput={(event) => (words.name = event.currentTarget.value)}
        maxlength="200"
        onkeydown={stay}
      />
    </Field>
    {#if goal.noted}
      <Field label="A word beside it" about="What it is about">
        <input
          class="input w-72 max-w-full input-sm"
          value={words.note}
          oninput={(event) => (words.note = event.currentTarget.value)}
          maxlength="500"
          onkeydown={stay}
        />
      </Field>
    {/if}
  </div>
  <div class="flex flex-wrap items-end gap-3">
    <button type="button" class="btn btn-primary" disabled={making || !whole || left < 0.2} onclick={() => void make()}
      >{making ? 'Being put together …' : goal.label}</button
    >
    <button type="button" class="btn" onclick={() => goOn(behind())}>Go on recording</button>
    <button type="button" class="btn btn-ghost" onclick={anew}>Throw it away</button>
  </div>
  {#if problem}<Message kind="problem">{problem}</Message>{/if}
</section>
