<script lang="ts">
  import Icon from '$ui/icons/Icon.svelte';
  import { onDestroy, untrack } from 'svelte';
  import { sizeText } from '$core/materials/size-text';
  import { withEnding } from '$core/pieces/names';
  import type { DeliverableView } from '$core/packets/views';
  import type { BytesPiece } from '$core/pieces/piece';
  import Field from '$ui/forms/Field.svelte';
  import { getUploads } from '$ui/uploads/uploads.svelte';
  import { combine, Unusable, type Combining } from './combine';
  import { fetchPiece } from './fetch-piece';

  interface Props {
    assignmentId: string;
    place: Pick<DeliverableView, 'title' | 'named'> & { id: string | null };
    pieces: readonly BytesPiece[];
    largest: number;
    close: () => void;
  }
  /** Pictures and PDFs into one PDF, in an order of one's own. */
  const { assignmentId, place, pieces, largest, close }: Props = $props();
  const uploads = getUploads();

  let order = $state(untrack(() => pieces.map((piece) => ({ piece, in: true }))));
  let name = $state(untrack(() => withEnding(place.named ?? place.title, 'x.pdf')));
  let smaller = $state(true);
  let working = $state<Combining | null>(null);
  let share = $state(0);
  let problem = $state('');
  let made = $state<{ blob: Blob; pages: number } | null>(null);
  onDestroy(() => working?.cancel());

  const chosen = $derived(order.filter((one) => one.in).map((one) => one.piece));
  const before = $derived(chosen.reduce((sum, piece) => sum + piece.size, 0));
  /** As much as is left for each picture when all have to fit, and never more than reads well. */
  const each = $derived(Math.min(700_000, Math.floor((largest * 0.9) / Math.max(1, chosen.length))));

  function move(from: number, to: number) {
    const [one] = order.splice(from, 1);
    if (one) order.splice(to, 0, one);
  }

  async function make() {
    problem = '';
    made = null;
    share = 0;
    try {
      const parts = await Promise.all(chosen.map(({ id }) => fetchPiece(id)));
      working = combine({ do: 'combine', parts, bytes: smaller ? each : null, title: name }, (done) => (share = done));
      made = await working.done;
    } catch (error) {
      problem =
        error instanceof Unusable
          ? `${chosen[error.part]?.name ?? 'One of them'} ${error.why === 'locked' ? 'asks for a password' : 'could not be read'}. Leave it out, then try again.`
          : error instanceof Error && error.message === 'Cancelled.'
            ? ''
            : 'The connection broke. Nothing was changed; try again.';
    } finally {
      working = null;
    }
  }

  function put() {
    if (!made) return;
    const file = new File([made.blob], withEnding(name.trim() || place.title, 'x.pdf'), { type: 'application/pdf' });
    const instead = chosen.map(({ id }) => id);
    uploads.add([file], { assignment: assignmentId, deliverable: place.id, came: 'combined', instead }, largest);
    close();
  }
</script>

<ol class="mb-2 divide-y divide-base-300">
  {#each order as one, i (one.piece.id)}
    <li class="flex items-center gap-2 py-1">
      <label class="flex min-h-9 min-w-0 flex-1 items-center gap-3">
        <input type="checkbox" class="checkbox checkbox-sm" bind:checked={one.in} onchange={() => (made = null)} />
        <span class="min-w-0 wrap-anywhere">{one.piece.name}</span>
        <span class="figures ml-auto text-sm opacity-80">{sizeText(one.piece.size)}</span>
      </label>
      <button
        type="button"
        class="btn btn-square btn-ghost btn-sm"
        aria-label="{one.piece.name} earlier"
        disabled={i === 0}
        onclick={() => move(i, i - 1)}><Icon name="arrow-up" /></button
      >
      <button
        type="button"
        class="btn btn-square btn-ghost btn-sm"
        aria-label="{one.piece.name} later"
        disabled={i === order.length - 1}
        onclick={() => move(i, i + 1)}><Icon name="arrow-down" /></button
      >
    </li>
  {/each}
</ol>
<Field label="Name of the PDF"><input class="input w-full max-w-80 input-sm" bind:value={name} maxlength="250" /></Field
>
<label class="my-2 flex items-center gap-2">
  <input type="checkbox" class="checkbox checkbox-sm" bind:checked={smaller} onchange={() => (made = null)} />
  Draw pictures smaller, at most {sizeText(each)} each
</label>
{#if problem}<p role="alert" class="font-medium text-error">{problem}</p>{/if}
{#if working}
  <div class="flex flex-wrap items-center gap-3">
    <progress class="progress w-56 progress-primary" value={share} max="1" aria-label="Making the PDF"></progress>
    <span class="figures text-sm" role="status">{Math.round(share * 100)} % made</span>
    <button type="button" class="btn btn-sm" onclick={() => working?.cancel()}>Cancel</button>
  </div>
{:else if made}
  <p role="status" class="mb-2">
    <b>{made.pages === 1 ? '1 page' : `${made.pages} pages`}, {sizeText(made.blob.size)}</b>; before, {sizeText(before)}
    in {chosen.length} files. The originals leave this place and stay on your Shelf.
    {#if made.blob.size > largest}<b class="text-error"
        >That is still more than the {sizeText(largest)} that fit here.</b
      >{/if}
  </p>
{/if}
<div class="flex flex-wrap gap-2">
  {#if made && !working}
    <button type="button" class="btn btn-primary btn-sm" disabled={made.blob.size > largest} onclick={put}
      >Put it in their place</button
    >
  {:else}
    <button
      type="button"
      class="btn btn-primary btn-sm"
      disabled={working !== null || chosen.length === 0}
      onclick={make}>Make one PDF of {chosen.length}</button
    >
  {/if}
  <button type="button" class="btn btn-ghost btn-sm" onclick={close}>Leave it</button>
</div>
