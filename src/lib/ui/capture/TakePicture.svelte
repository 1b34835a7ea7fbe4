<script lang="ts">
  import { onMount } from 'svelte';
  import Icon from '$ui/icons/Icon.svelte';
  import Message from '$ui/primitives/Message.svelte';
  import { NoDevice, openDevice, type Source } from './devices';

  /** The camera, for one picture of something. */
  const { taken }: { taken: (picture: File) => void } = $props();
  let video = $state<HTMLVideoElement>();
  let source = $state.raw<Source | null>(null);
  let problem = $state('');
  let seen = $state(false);
  let gone = false;

  onMount(() => {
    void open();
    return () => {
      gone = true;
      source?.end();
    };
  });
  async function open() {
    try {
      const opened = await openDevice('camera', null);
      if (gone) return opened.end();
      source = opened;
    } catch (error) {
      problem = error instanceof NoDevice ? error.message : 'The camera could not be used. Choose a picture instead.';
    }
  }
  $effect(() => {
    if (!video || !source) return;
    video.srcObject = source.stream;
    void video.play().catch(() => undefined);
  });

  function take() {
    if (!video || !seen) return;
    const canvas = document.createElement('canvas');
    [canvas.width, canvas.height] = [video.videoWidth, video.videoHeight];
    canvas.getContext('2d')?.drawImage(video, 0, 0);
    canvas.toBlob((blob) => blob && taken(new File([blob], 'Picture.jpg', { type: 'image/jpeg' })), 'image/jpeg', 0.92);
  }
</script>

{#if problem}<Message kind="problem">{problem}</Message>{/if}
<video
  bind:this={video}
  playsinline
  muted
  onloadeddata={() => (seen = true)}
  aria-label="What the camera sees"
  class="max-h-64 w-full rounded bg-neutral object-contain"
  class:hidden={!source}
></video>
{#if source}
  <button type="button" class="btn btn-primary btn-sm" disabled={!seen} onclick={take}>
    <Icon name="camera" /> Take the picture
  </button>
{/if}
