<script lang="ts">
  import { onDestroy } from 'svelte';
  import { fitProblem } from '$core/pieces/fit';
  import { pieceRefusalWords } from '$core/pieces/refusals';
  import Recorder from '$ui/recordings/Recorder.svelte';
  import Message from '$ui/primitives/Message.svelte';
  import { getUploads } from '$ui/uploads/uploads.svelte';
  import type { Filling } from '../ways';

  /** Records into the place. It is heard first, and goes into the packet when the student says so. */
  const { at, close }: { at: Filling; close: () => void } = $props();
  const uploads = getUploads();
  const id = $props.id();
  let made = $state.raw<{ file: File; url: string } | null>(null);
  let problem = $state('');

  function recorded(file: File) {
    forget();
    const ending = file.name.slice(file.name.lastIndexOf('.'));
    const name = `${at.place.named ?? at.place.title}${ending}`;
    made = { file: new File([file], name, { type: file.type }), url: URL.createObjectURL(file) };
  }
  function forget() {
    if (made) URL.revokeObjectURL(made.url);
    made = null;
  }
  function keep() {
    if (!made) return;
    const { place, pieces, largest, assignmentId } = at;
    const { file } = made;
    const why = fitProblem(
      { kind: 'recording', name: file.name, size: file.size },
      place.wants,
      pieces.length,
      largest
    );
    if (why) {
      problem = pieceRefusalWords(why, largest, place.wants.types);
      return;
    }
    uploads.add([file], { assignment: assignmentId, deliverable: place.id, came: 'recorded' }, largest);
    close();
  }
  onDestroy(forget);
</script>

<section aria-labelledby="{id}-title" class="mt-3 grid gap-3 rounded border border-base-300 bg-base-200 p-3">
  <h4 id="{id}-title" class="font-semibold">Record your voice for {at.place.title}</h4>
  {#if made}
    <audio controls src={made.url} aria-label="Listen to what you recorded" class="w-full max-w-md"></audio>
    <div class="flex flex-wrap gap-2">
      <button type="button" class="btn btn-primary btn-sm" onclick={keep}>Put it into the packet</button>
      <button type="button" class="btn btn-sm" onclick={forget}>Record it again</button>
      <button type="button" class="btn btn-ghost btn-sm" onclick={close}>Do not keep it</button>
    </div>
  {:else}
    <div class="flex flex-wrap items-center gap-2">
      <Recorder {recorded} longest={at.place.wants.seconds?.to} />
      <button type="button" class="btn btn-ghost btn-sm" onclick={close}>Close</button>
    </div>
    <p class="text-sm opacity-85">It stays on this device until you put it into the packet.</p>
  {/if}
  {#if problem}<Message kind="problem">{problem}</Message>{/if}
</section>
