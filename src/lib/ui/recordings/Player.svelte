<script lang="ts">
  import { onMount } from 'svelte';
  import { waveformOf, type RecordingFacts } from '$core/recordings/levels';
  import Waveform from './Waveform.svelte';

  interface Props {
    /** Address of the recording. */
    file: string;
    name: string;
    film: boolean;
    /** What was noted as it was made; without it, it is listened to here. */
    facts?: RecordingFacts | null;
  }
  /** A recording as it is heard: at its own pace or another, sought by its waveform and by keys. */
  const { file, name, film, facts = null }: Props = $props();

  const PACES = [0.75, 1, 1.25, 1.5, 2];
  let media = $state<HTMLMediaElement>();
  let at = $state(0);
  let seconds = $state(0);
  let pace = $state(1);
  /** A file of this kind may hold a voice alone: then there is nothing to be looked at. */
  let pictured = $state(true);
  let unplayable = $state(false);
  let heard = $state.raw<{ levels: readonly number[]; every: number } | null>(null);
  const drawn = $derived(facts ?? heard);

  $effect(() => {
    if (media) media.playbackRate = pace;
  });
  onMount(() => {
    // A long film is not fetched whole for the sake of its waveform.
    if (facts === null && !film) void listen();
  });
  async function listen() {
    const { listenAt } = await import('./studio');
    const { sound } = await listenAt(file).catch(() => ({ sound: null }));
    if (sound && sound.levels.length > 0) heard = waveformOf(sound);
  }
  function seek(to: number) {
    if (media) media.currentTime = to;
    at = to;
  }
</script>

<div class="grid min-w-0 gap-2">
  {#if film && pictured}
    <!-- svelte-ignore a11y_media_has_caption (its captions, where somebody wrote any, lie beside it) -->
    <video
      bind:this={media}
      bind:currentTime={at}
      bind:duration={seconds}
      src={file}
      controls
      preload="metadata"
      aria-label="Look at {name}"
      class="max-h-[70vh] w-full bg-black"
      onloadedmetadata={(event) => (pictured = event.currentTarget.videoWidth > 0)}
      onerror={() => (unplayable = true)}
    ></video>
  {:else}
    <audio
      bind:this={media}
      bind:currentTime={at}
      bind:duration={seconds}
      src={file}
      controls
      preload="metadata"
      aria-label="Listen to {name}"
      class="h-10 w-full max-w-xl"
      onerror={() => (unplayable = true)}
    ></audio>
  {/if}
  {#if unplayable}
    <p>This browser cannot play it. Download it, and open it with a program that can.</p>
  {:else if drawn && Number.isFinite(seconds) && seconds > 0}
    <Waveform levels={drawn.levels} every={drawn.every} {seconds} {at} {seek} />
  {/if}
  <label class="flex items-center gap-2 text-sm"
    >Pace
    <select class="select w-auto select-xs" bind:value={pace}>
      {#each PACES as one (one)}<option value={one}>{one === 1 ? 'as recorded' : `${one} times`}</option>{/each}
    </select>
  </label>
</div>
