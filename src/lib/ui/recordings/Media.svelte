<script lang="ts">
  import { hears } from '$ui/primitives/hears';
  import type { Caption } from '$core/recordings/captions';

  interface Props {
    src: string;
    film: boolean;
    /** What is heard: "Listen to log.webm". */
    of: string;
    media?: HTMLMediaElement;
    /** Where it is played, and how long it is, in seconds. */
    at?: number;
    seconds?: number;
    /** Address of its captions. */
    captions?: string | null;
    /** Told of all that is said in it, once the browser has read it. */
    said?: (captions: Caption[]) => void;
    failed?: () => void;
  }
  /** A recording with the browser's own controls: as a picture where it has one, else as a sound. */
  let {
    src,
    film,
    of,
    media = $bindable(),
    at = $bindable(0),
    seconds = $bindable(0),
    captions = null,
    said,
    failed
  }: Props = $props();

  /** A file of this kind may hold a voice alone: then there is nothing to be looked at. */
  let pictured = $state(true);

  function read({ currentTarget }: Event) {
    const cues = [...((currentTarget instanceof HTMLTrackElement && currentTarget.track.cues) || [])].filter(
      (cue) => cue instanceof VTTCue
    );
    // A cue's text is WebVTT's: its words are those that the browser would show.
    said?.(cues.map((cue) => ({ from: cue.startTime, to: cue.endTime, text: cue.getCueAsHTML().textContent })));
  }
</script>

{#snippet track()}
  {#if captions !== null}<track kind="captions" src={captions} default {@attach hears('load', read)} />{/if}
{/snippet}

{#if film && pictured}
  <!-- svelte-ignore a11y_media_has_caption (its captions, where somebody wrote any, are its track) -->
  <video
    bind:this={media}
    bind:currentTime={at}
    bind:duration={seconds}
    {src}
    controls
    preload="metadata"
    aria-label="Look at {of}"
    class="max-h-[60vh] w-full bg-black"
    onloadedmetadata={(event) => (pictured = event.currentTarget.videoWidth > 0)}
    {@attach hears('error', failed)}>{@render track()}</video
  >
{:else}
  <audio
    bind:this={media}
    bind:currentTime={at}
    bind:duration={seconds}
    {src}
    controls
    preload="metadata"
    aria-label="Listen to {of}"
    class="h-10 w-full max-w-xl"
    {@attach hears('error', failed)}>{@render track()}</audio
  >
{/if}
