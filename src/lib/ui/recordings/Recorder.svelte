<script lang="ts">
  import { onDestroy } from 'svelte';
  import { Mic, Square } from '@lucide/svelte';
  import { span } from '$core/time/words';

  interface Props {
    recorded: (file: File) => void;
    /** Longest recording, in seconds. */
    longest?: number;
  }
  /** Records a voice. It becomes a file, and goes nowhere by itself. */
  const { recorded, longest = 300 }: Props = $props();
  let recorder = $state.raw<MediaRecorder | null>(null);
  let seconds = $state(0);
  let problem = $state('');
  let timer: ReturnType<typeof setInterval> | undefined;

  async function begin() {
    problem = '';
    try {
      const stream = await navigator.mediaDevices.getUserMedia({ audio: true });
      const made = new MediaRecorder(stream);
      const parts: Blob[] = [];
      made.ondataavailable = ({ data }) => parts.push(data);
      made.onstop = () => {
        stream.getTracks().forEach((track) => track.stop());
        clearInterval(timer);
        recorder = null;
        const type = made.mimeType.split(';')[0] || 'audio/webm';
        recorded(new File(parts, `voice.${type.split('/')[1] ?? 'webm'}`, { type }));
      };
      made.start();
      recorder = made;
      seconds = 0;
      timer = setInterval(() => {
        seconds++;
        if (seconds >= longest) stop();
      }, 1000);
    } catch {
      problem = 'The microphone cannot be used here. Allow it for this page, or attach a file.';
    }
  }

  function stop() {
    recorder?.stop();
  }
  onDestroy(() => {
    clearInterval(timer);
    recorder?.stream.getTracks().forEach((track) => track.stop());
  });
</script>

{#if recorder}
  <button type="button" class="btn btn-sm" onclick={stop}>
    <Square size={16} strokeWidth={1.75} aria-hidden="true" /> Stop recording,
    <span class="figures">{span(seconds * 1000)}</span>
  </button>
{:else}
  <button type="button" class="btn btn-sm" onclick={() => void begin()}>
    <Mic size={16} strokeWidth={1.75} aria-hidden="true" /> Record your voice
  </button>
{/if}
{#if problem}<p role="alert" class="text-sm">{problem}</p>{/if}
