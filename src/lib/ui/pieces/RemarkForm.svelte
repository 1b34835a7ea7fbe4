<script lang="ts">
  import { anchorWords } from '$core/remarks/remarks';
  import type { Anchor } from '$core/remarks/anchor';
  import { LONGEST_REMARK } from '$core/remarks/bounds';
  import type { PieceView } from '$core/pieces/piece';
  import Message from '$ui/primitives/Message.svelte';
  import { span } from '$core/time/words';
  import { newId } from '$ui/forms/new-id';
  import type { RecordingGoal } from '$ui/recordings/goal';
  import RecordButton from '$ui/recordings/RecordButton.svelte';
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

  let spoken = $state<{ id: string; seconds: number } | null>(null);
  const empty = $derived(body.trim() === '' && spoken === null);
  const recording: RecordingGoal = {
    title: 'this remark',
    where: `remark ${newId()}`,
    name: 'Remark',
    shows: ['voice'],
    shortest: null,
    longest: 300,
    label: 'Put it beside the remark',
    along: null,
    noted: false,
    async take({ file, facts }) {
      const { levels, every } = await facts;
      const seconds = levels.length * every;
      const kept = await noting.speak?.(file, seconds);
      if (!kept || 'words' in kept) return kept?.words ?? null;
      spoken = { id: kept.id, seconds };
      return null;
    }
  };

  async function keep() {
    if (busy || empty) return;
    busy = true;
    const words = body.trim() || (spoken ? `Spoken, ${span(Math.round(spoken.seconds) * 1000)}` : '');
    const why = await noting.note(piece.id, {
      anchor,
      body: words,
      criterionId: criterionId || null,
      ...(spoken && { voiceId: spoken.id })
    });
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
  {#if spoken}<p class="mt-2 text-sm" role="status">
      {span(Math.round(spoken.seconds) * 1000)} said aloud go with it.
    </p>{/if}
  {#if problem}<Message kind="problem">{problem}</Message>{/if}
  <p class="mt-2 flex gap-2">
    <button class="btn btn-primary btn-sm" disabled={busy || empty}>Keep the remark</button>
    {#if noting.speak}<RecordButton goal={recording} />{/if}
    <button type="button" class="btn btn-ghost btn-sm" onclick={done}>Not now</button>
  </p>
</form>
