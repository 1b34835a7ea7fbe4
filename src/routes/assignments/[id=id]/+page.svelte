<script lang="ts">
  import { applyAction, deserialize } from '$app/forms';
  import { invalidateAll } from '$app/navigation';
  import { newId } from '$ui/forms/new-id';
  import { reach } from '$ui/forms/reach';
  import { setCourseZone } from '$ui/time/reader';
  import { setPlacing } from '$ui/pieces/placing';
  import { tellOnceVisible } from '../../shared/once-visible.svelte';
  import { getWayBack } from '../../shared/way-back.svelte';
  import StudentAssignment from '$ui/assignments/StudentAssignment.svelte';

  const { data, form } = $props();
  const wayBack = getWayBack();
  setCourseZone(() => data.facts.zone);
  setPlacing(async (pieceId, placeId, index) => {
    const body = new FormData();
    body.set('pieceId', pieceId);
    body.set('deliverableId', placeId ?? '');
    body.set('index', String(index));
    const answer = await fetch('?/placePiece', { method: 'POST', body, headers: { 'x-sveltekit-action': 'true' } });
    await applyAction(deserialize(await answer.text()));
    await invalidateAll();
  });
  async function answerRemark(remarkId: string, said: string): Promise<string | null> {
    const body = new FormData();
    for (const [name, value] of Object.entries({ remarkId, body: said, key: newId() })) body.set(name, value);
    const headers = { 'x-sveltekit-action': 'true' };
    const answer = await reach('?/answerRemark', { method: 'POST', body, headers }).catch(() => null);
    const result = answer && deserialize(await answer.text());
    if (result?.type === 'success') await invalidateAll();
    if (result?.type === 'failure') return String(result.data?.problem ?? LATER);
    return result?.type === 'success' ? null : LATER;
  }
  const LATER = 'It could not be said just now. What you wrote still stands here.';
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
  <StudentAssignment view={data} back={wayBack()} {refused} {problem} {answerRemark} />
{:else if data.ClassView}
  <data.ClassView view={data} problems={problem === null ? [] : [problem]} />
{/if}
