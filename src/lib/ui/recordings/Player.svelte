<script lang="ts">
  import { onMount } from 'svelte';
  import type { Caption } from '$core/recordings/captions';
  import { waveformOf } from '$core/recordings/levels';
  import type { RecordingFacts } from '$core/recordings/recorded';
  import Media from './Media.svelte';
  import Said from './Said.svelte';
  import Waveform from './Waveform.svelte';

  interface Props {
    /** Address of the recording. */
    file: string;
    name: string;
    film: boolean;
    /** What was noted as it was made; without it, it is listened to here. */
    facts?: RecordingFacts | null;
    /** Address of its captions. */
    captions?: string | null;
  }
  /** A recording as it is heard: at its own pace or another, sought by its waveform, by what is said in it and by keys. */
  const { file, name, film, facts = null, captions = null }: Props = $props();

  const PACES = [0.75, 1, 1.25, 1.5, 2];
  let media = $state<HTMLMediaElement>();
  let at = $state(0);
  let seconds = $state(0);
  let pace = $state(1);
  let unplayable = $state(false);
  let listening = $state(false);
  let said = $state.raw<readonly Caption[]>([]);
  let heard = $state.raw<{ levels: readonly number[]; every: number } | null>(null);
  const drawn = $derived(facts ?? heard);

  $effect(() => {
    if (media) media.playbackRate = pace;
  });
  onMount(() => {
    // A long film is not fetched whole for the sake of its waveform, unless somebody asks.
    if (facts === null && !film) void listen();
  });
  async function listen() {
    listening = true;
    const { listenAt } = await import('./studio');
    const { sound } = await listenAt(file).catch(() => ({ sound: null }));
    heard = waveformOf(sound);
    listening = false;
  }
  function seek(to: number) {
    if (media) media.currentTime = to;
    at = to;
  }
</script>

<div class="grid min-w-0 gap-2">
  <Media
    src={file}
    {film}
    of={name}
    {captions}
    bind:media
    bind:at
    bind:seconds
    said={(all) => (said = all)}
    failed={() => (unplayable = true)}
  />
  {#if unplayable}
    <p>This browser cannot play it. Download it, and open it with a program that can.</p>
  {:else if drawn && drawn.levels.length > 0}
    {#if Number.isFinite(seconds) && seconds > 0}
      <Waveform levels={drawn.levels} every={drawn.every} {seconds} {at} {seek} />
    {:else}
      <!-- Its room, until the recording has said how long it is. -->
      <div class="needs-scripts h-14"></div>
    {/if}
  {/if}
  {#if said.length > 0}<Said captions={said} {at} {seek} />{/if}
  <div class="flex flex-wrap items-center gap-x-4 gap-y-1">
    <label class="flex items-center gap-2 text-sm"
      >Pace
      <select class="select w-auto select-xs" bind:value={pace}>
        {#each PACES as one (one)}<option value={one}>{one === 1 ? 'as recorded' : `${one} times`}</option>{/each}
      </select>
    </label>
    {#if drawn === null && !unplayable}
      <button type="button" class="btn btn-xs" disabled={listening} onclick={() => void listen()}
        >{listening ? 'Being listened to …' : 'Show where it is silent'}</button
      >
    {:else if drawn?.levels.length === 0}<span class="text-sm opacity-85">Nothing can be heard in it here.</span>{/if}
  </div>
</div>
