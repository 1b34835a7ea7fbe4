<script lang="ts">
  import { applyAction, deserialize } from '$app/forms';
  import { invalidateAll } from '$app/navigation';
  import { setPlacing } from '$ui/pieces/placing';
  import type { PieceView } from '$core/pieces/piece';
  import { isStarterCopy } from '$core/pieces/starter-copy';
  import type { PageGoal } from '$ui/pages/goal';
  import OpenedPage from '$ui/pieces/OpenedPage.svelte';
  import { setWriting } from '$ui/pieces/writing';
  import { tellOnceVisible } from '../../shared/once-visible.svelte';
  import { getWayBack } from '../../shared/way-back.svelte';
  import ClassView from '$ui/assignments/ClassView.svelte';
  import StudentAssignment from '$ui/assignments/StudentAssignment.svelte';

  const { data, form } = $props();
  const wayBack = getWayBack();
  setPlacing(async (pieceId, placeId, index) => {
    const body = new FormData();
    body.set('pieceId', pieceId);
    body.set('deliverableId', placeId ?? '');
    body.set('index', String(index));
    const answer = await fetch('?/placePiece', { method: 'POST', body, headers: { 'x-sveltekit-action': 'true' } });
    await applyAction(deserialize(await answer.text()));
    await invalidateAll();
  });
  const goalOf = ({ id: pieceId, name, deliverableId }: PieceView): PageGoal => {
    const place = data.view === 'student' ? data.deliverables.find(({ id }) => id === deliverableId) : undefined;
    const { wants = {}, starter = false } = place ?? {};
    return { assignmentId: data.facts.assignmentId, pieceId, name, wants, starter };
  };
  let written = $state.raw<PageGoal | null>(null);
  setWriting({
    goalOf,
    copyBeside({ id, deliverableId }) {
      const pieces = data.view === 'student' ? data.packet.pieces : [];
      const copy = pieces.find((one) => one.id !== id && one.deliverableId === deliverableId && isStarterCopy(one));
      return copy ? goalOf(copy) : null;
    },
    open: (goal) => (written = goal)
  });
  const aside = $derived(data.view === 'teacher' && data.asideWith !== null ? `&aside=${data.asideWith}` : '');
  tellOnceVisible(() =>
    data.fresh || (data.view === 'student' && data.packet.unread)
      ? `/assignments/${data.facts.assignmentId}?/seen${aside}`
      : null
  );
  const problem = $derived(form?.problem ?? null);
  const refused = $derived((form?.refusedFiles ?? []).map(({ name, words }) => (name ? `${name}: ${words}` : words)));
</script>

<svelte:head><title>{data.facts.title} · Vendro</title></svelte:head>
{#if data.view === 'student'}
  <StudentAssignment view={data} back={wayBack()} {refused} {problem} />
{:else}
  <ClassView view={data} problems={problem === null ? [] : [problem]} />
{/if}
{#if written}<OpenedPage goal={written} close={() => (written = null)} />{/if}
