<script lang="ts">
  import { onMount } from 'svelte';
  import Icon from '$ui/icons/Icon.svelte';
  import { scaledBy, type Corners } from '$core/scans/corners';
  import { Steady } from '$core/scans/steady';
  import { choices, NoDevice, openDevice, type Choice, type Source } from '$ui/capture/devices';
  import Message from '$ui/primitives/Message.svelte';
  import { findLive } from './scanner';

  interface Props {
    /** A photograph was taken. */
    taken: (photo: ImageBitmap) => void;
    /** Sheets that lie there already. */
    count: number;
  }
  /** The camera, with the outline of the sheet that it sees. It takes the sheet by a press, or by itself when it is held still. */
  const { taken, count }: Props = $props();

  /** Milliseconds between two looks, and the width of the picture that is looked at. */
  const LOOK_EVERY = 200;
  const LOOKED_AT = 512;

  let video = $state<HTMLVideoElement>();
  let source = $state.raw<Source | null>(null);
  let all = $state.raw<Choice[]>([]);
  let problem = $state('');
  let size = $state({ width: 4, height: 3 });
  let outline = $state.raw<Corners | null>(null);
  let still = $state(0);
  let byItself = $state(true);
  let torch = $state(false);
  let zoom = $state<{ min: number; max: number; step: number; value: number } | null>(null);
  let hasTorch = $state(false);
  let flash = $state(false);
  let steady: Steady | null = null;
  let looking: ReturnType<typeof setTimeout> | undefined;
  let gone = false;

  onMount(() => {
    void open(null);
    return () => {
      gone = true;
      clearTimeout(looking);
      source?.end();
    };
  });

  async function open(id: string | null) {
    problem = '';
    source?.end();
    source = null;
    outline = null;
    try {
      const opened = await openDevice('camera', id);
      if (gone) return opened.end();
      source = opened;
      all = await choices('camera');
      ofTrack(opened);
    } catch (error) {
      problem = error instanceof NoDevice ? error.message : 'The camera could not be used. Choose photographs instead.';
      all = await choices('camera').catch(() => []);
    }
  }

  type More = MediaTrackCapabilities & { torch?: boolean; zoom?: { min: number; max: number; step: number } };
  function ofTrack({ stream }: Source) {
    const track = stream.getVideoTracks()[0];
    const can = (track?.getCapabilities?.() ?? {}) as More;
    hasTorch = can.torch === true;
    zoom = can.zoom && can.zoom.max > can.zoom.min ? { ...can.zoom, value: can.zoom.min } : null;
  }
  const set = (constraint: { torch: boolean } | { zoom: number }) =>
    source?.stream.getVideoTracks()[0]?.applyConstraints({ advanced: [constraint as MediaTrackConstraintSet] });

  $effect(() => {
    if (!video || !source) return;
    video.srcObject = source.stream;
    void video.play().catch(() => undefined);
  });

  function begun() {
    if (!video) return;
    size = { width: video.videoWidth, height: video.videoHeight };
    steady = new Steady(Math.max(size.width, size.height));
    clearTimeout(looking);
    void look();
  }

  async function look() {
    if (gone || !video || !source) return;
    if (video.readyState >= 2 && !document.hidden) {
      const found = await seen(video);
      if (gone) return;
      outline = found && found.sure > 0.5 ? found.corners : null;
      still = steady?.see(performance.now(), found) ?? 0;
      if (byItself && still >= 1) await take();
    }
    looking = setTimeout(() => void look(), LOOK_EVERY);
  }

  /** Where the sheet lies now, in pixels of the picture; null where none is seen. */
  async function seen(from: HTMLVideoElement): Promise<{ corners: Corners; sure: number } | null> {
    const scale = LOOKED_AT / Math.max(size.width, size.height);
    const picture = await createImageBitmap(from, { resizeWidth: Math.round(size.width * scale) }).catch(() => null);
    const found = picture && (await findLive({ picture }).catch(() => null));
    return found && { corners: scaledBy(found.corners, 1 / scale), sure: found.sure };
  }

  async function take() {
    if (!video || video.readyState < 2) return;
    steady?.take();
    still = 0;
    flash = true;
    setTimeout(() => (flash = false), 160);
    taken(await createImageBitmap(video));
  }
</script>

{#if problem}
  <Message kind="problem">{problem}</Message>
  <button type="button" class="btn btn-sm" onclick={() => void open(null)}>
    <Icon name="refresh-cw" /> Try the camera again
  </button>
{/if}
<div class="relative grid place-items-center overflow-hidden rounded bg-neutral" class:hidden={!source}>
  <video
    bind:this={video}
    playsinline
    muted
    onloadedmetadata={begun}
    onresize={begun}
    aria-label="What the camera sees"
    class="max-h-[56vh] w-full object-contain {flash ? 'opacity-40' : ''}"
  ></video>
  <svg
    viewBox="0 0 {size.width} {size.height}"
    class="pointer-events-none absolute inset-0 size-full"
    aria-hidden="true"
  >
    {#if outline}
      <polygon
        points={outline.map(({ x, y }) => `${x},${y}`).join(' ')}
        class="fill-accent/15 stroke-accent"
        stroke-width={Math.max(size.width, size.height) / (still > 0 ? 90 : 160)}
        stroke-dasharray={still > 0 ? undefined : `${size.width / 40}`}
      />
    {/if}
  </svg>
</div>
{#if source}
  <p role="status" class="text-sm">
    {#if outline === null}Lay a sheet before the camera, on something darker than it is.
    {:else if byItself && still > 0}Hold still: {Math.round(still * 100)} %.
    {:else}The sheet is seen.{/if}
    {count > 0 ? `${count} taken.` : ''}
  </p>
  <div class="flex flex-wrap items-center gap-x-4 gap-y-2">
    <button type="button" class="btn btn-primary" onclick={() => void take()}>
      <Icon name="camera" size={20} /> Take it now
    </button>
    <label class="flex min-h-11 items-center gap-2">
      <input type="checkbox" class="checkbox checkbox-sm" bind:checked={byItself} /> By itself, when held still
    </label>
    {#if source.next}<button type="button" class="btn btn-sm" onclick={source.next}>Lay the next sheet there</button
      >{/if}
    {#if hasTorch}
      <label class="flex min-h-11 items-center gap-2">
        <Icon name="flashlight" />
        <input type="checkbox" class="toggle toggle-sm" bind:checked={torch} onchange={() => void set({ torch })} /> Light
      </label>
    {/if}
    {#if zoom}
      <label class="flex min-h-11 items-center gap-2"
        >Nearer
        <input
          type="range"
          class="range w-32 range-xs"
          min={zoom.min}
          max={zoom.max}
          step={zoom.step}
          bind:value={zoom.value}
          oninput={() => zoom && void set({ zoom: zoom.value })}
        />
      </label>
    {/if}
  </div>
{/if}
{#if all.length > 1 || (all.length === 1 && !source)}
  <label class="flex flex-wrap items-center gap-2 text-sm"
    >Camera
    <select
      class="select w-64 max-w-full select-sm"
      value={source?.id ?? ''}
      onchange={(event) => void open(event.currentTarget.value)}
    >
      {#if !source}<option value="">None yet</option>{/if}
      {#each all as { id, label } (id)}<option value={id}>{label}</option>{/each}
    </select>
  </label>
{/if}
