<script lang="ts">
  import { anchorWords, LONGEST_REMARK, type Anchor } from '$core/remarks/remarks';
  import type { PieceView } from '$core/pieces/piece';
  import Message from '$ui/primitives/Message.svelte';
  import PhraseBar from './PhraseBar.svelte';
  import type { Noting } from './remarking.svelte';

  interface Props {
    piece: PieceView;
    noting: Noting;
    anchor: Anchor;
    done: () => void;
  }
  /** What is to be said of a part of a piece. */
  const { piece, noting, anchor, done }: Props = $props();
  const { student, criteria } = $derived(noting.about());
  let body = $state('');
  let criterionId = $state('');
  let busy = $state(false);
  let problem = $state('');
  const row = $derived(criteria.find(({ id }) => id === criterionId)?.title ?? null);

  async function keep() {
    if (busy || body.trim() === '') return;
    busy = true;
    const why = await noting.note(piece.id, { anchor, body: body.trim(), criterionId: criterionId || null });
    busy = false;
    problem = why ?? '';
    if (why === null) done();
  }
</script>

<form
  class="rounded border border-base-300 bg-base-100 p-3"
  onsubmit={(event) => {
    event.preventDefault();
    void keep();
  }}
>
  <label class="block text-sm"
    ><b class="block wrap-anywhere">{anchorWords(anchor)}</b>
    <!-- svelte-ignore a11y_autofocus (it was asked for by picking what it is about) -->
    <textarea
      class="textarea mt-1 block w-full"
      rows="3"
      maxlength={LONGEST_REMARK}
      aria-label="Remark: {anchorWords(anchor)}"
      bind:value={body}
      autofocus
      onkeydown={(event) => {
        if (event.key === 'Enter' && (event.ctrlKey || event.metaKey)) void keep();
        if (event.key === 'Escape') done();
      }}></textarea>
  </label>
  {#if criteria.length > 0}
    <label class="mt-2 block text-sm"
      >About a row of the rubric
      <select class="select mt-0.5 w-full select-sm" bind:value={criterionId}>
        <option value="">none</option>
        {#each criteria as { id, title } (id)}<option value={id}>{title}</option>{/each}
      </select>
    </label>
  {/if}
  {#if noting.phrases}<PhraseBar phrases={noting.phrases} fill={{ student, row }} bind:body />{/if}
  {#if problem}<Message kind="problem">{problem}</Message>{/if}
  <p class="mt-2 flex gap-2">
    <button class="btn btn-primary btn-sm" disabled={busy || body.trim() === ''}>Keep the remark</button>
    <button type="button" class="btn btn-ghost btn-sm" onclick={done}>Not now</button>
  </p>
</form>
