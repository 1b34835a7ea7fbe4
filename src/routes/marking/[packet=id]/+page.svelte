<script lang="ts">
  import Icon from '$ui/icons/Icon.svelte';
  import EmptyState from '$ui/primitives/EmptyState.svelte';
  import { untrack } from 'svelte';
  import Emblem from '$ui/courses/Emblem.svelte';
  import Baton from '$ui/packets/Baton.svelte';
  import CameBack from '$ui/rounds/CameBack.svelte';
  import { sealWordsForTeacher } from '$core/packets/seal-words';
  import HandBack from '$ui/marking/HandBack.svelte';
  import CallBack from '$ui/marking/CallBack.svelte';
  import OthersHere from '$ui/marking/OthersHere.svelte';
  import WhileWaiting from '$ui/marking/WhileWaiting.svelte';
  import CreditRows from '$ui/marking/CreditRows.svelte';
  import StageTrack from '$ui/judging/StageTrack.svelte';
  import { stepRefusal } from '$core/judging/registry';
  import { holdingWordsForTeacher } from '$core/packets/words';
  import { activitiesOf } from '$core/pieces/told-by-pages';
  import Rounds from '$ui/rounds/Rounds.svelte';
  import Message from '$ui/primitives/Message.svelte';
  import { goto, invalidateAll, preloadData } from '$app/navigation';
  import { fileAddress } from '$core/materials/source';
  import MarkingKeys from '$ui/marking/MarkingKeys.svelte';
  import UndoReturn from '$ui/marking/UndoReturn.svelte';
  import { lookAhead } from '../../shared/look-at';
  import { phrases } from '../../shared/phrases';
  import { markingHref } from '../../shared/marking-run';
  import { reach } from '$ui/forms/reach';
  import { reachJson } from '$ui/forms/reach-json';
  import { Remarking, setRemarking } from '$ui/pieces/remarking.svelte';
  import { setFilling } from '$ui/pieces/filling-parts';
  import { setCourseZone } from '$ui/time/reader';
  import When from '$ui/time/When.svelte';
  import { tellOnceVisible } from '../../shared/once-visible.svelte';
  import MarkPanel from './MarkPanel.svelte';

  const { data, form } = $props();
  const view = $derived(data.view);
  setCourseZone(() => view.facts.zone);
  /** Rounds with what their student was told of them, and what of it they have dealt with. */
  const cameBack = $derived(
    view.rounds.map((round) => ({ ...round, remarks: round.remarks.filter(({ returned }) => returned) }))
  );
  const grants = $derived(stepRefusal(view.facts.settles, 'grant') === null);
  setFilling(({ id, name }) => ({ address: `/marking/${view.packetId}/parts/${id}`, name }));
  const remarksAt = async (body: object) => {
    const { told } = await reachJson<{ ok: boolean; words?: string }>(`/marking/${view.packetId}/remarks`, body);
    if (told?.ok) await invalidateAll();
    return told?.ok ? null : (told?.words ?? 'It could not be kept just now. Try again when the line is back.');
  };
  setRemarking(
    new Remarking(
      () => view.rounds.flatMap(({ remarks }) => remarks),
      {
        note: (pieceId, noted) => remarksAt({ pieceId, ...noted, key: crypto.randomUUID() }),
        drop: (id) => remarksAt({ drop: id }),
        phrases,
        speak: async (file, seconds) => {
          const answer = await reach(`/marking/${view.packetId}/voice?seconds=${seconds.toFixed(1)}`, {
            method: 'POST',
            body: file,
            headers: { 'content-type': 'application/octet-stream' }
          }).catch(() => null);
          const told = answer?.ok ? ((await answer.json()) as { id: string } | { words: string }) : null;
          return told ?? { words: 'It could not be kept just now. Try again when the line is back.' };
        },
        about: () => ({ student: view.student, criteria: view.criteria }),
        // The work is what this page is for: it is there at once.
        opens: (pieceId) =>
          view.rounds.some(({ no, pieces }) => no === data.round && pieces.some(({ id }) => id === pieceId))
      },
      (id, body) => remarksAt({ answers: id, body, key: crypto.randomUUID() })
    )
  );
  tellOnceVisible(() => (view.unopened ? `/marking/${view.packetId}?/open` : null));

  const at = (packetId: string) => markingHref(packetId, { of: data.of, returned: null });
  const toField = (selector: string) => document.querySelector<HTMLElement>(selector)?.focus();
  const keys = {
    n: { does: 'The next work that waits', go: () => data.run.next && void goto(at(data.run.next)) },
    b: { does: 'The one before', go: () => data.run.before && void goto(at(data.run.before)) },
    r: { does: 'To the rubric', go: () => toField('#judging fieldset input:checked, #judging fieldset input') },
    p: { does: 'To the points', go: () => toField('#points') },
    w: { does: 'To the remark on the whole', go: () => toField('#remark') }
  };
  /** The next work is fetched while this one is read, with what is shown of it. */
  $effect(() => {
    const { next } = data.run;
    if (next === null) return;
    void preloadData(at(next)).then((there) => {
      if (there.type !== 'loaded' || there.status !== 200) return;
      const ahead = there.data as typeof data;
      const pieces = ahead.view.rounds.find(({ no }) => no === ahead.round)?.pieces ?? [];
      lookAhead(pieces.slice(0, 4).map(({ id }) => fileAddress('submitted', id)));
    });
  });

  /** What the form on this page is about. What changes elsewhere does not take the form away. */
  let panel = $state.raw(untrack(() => ({ view: data.view, round: data.round })));
  $effect.pre(() => {
    const { view, round } = data;
    if (panel.view.packetId !== view.packetId || panel.round === null) panel = { view, round };
  });
</script>

<svelte:head><title>{view.student}: {view.facts.title} · Vendro</title></svelte:head>
<div class="mx-auto max-w-[100rem] px-4 pt-4 pb-16">
  <nav class="mb-3 flex flex-wrap items-center gap-x-5 gap-y-1 text-sm" aria-label="Through the work">
    <a class="link" href={markingHref(null, { of: data.of, returned: null })}>Marking</a>
    {#if view.teaches}<a class="link" href="/assignments/{view.facts.assignmentId}">The whole class</a>
      {#if view.studentId}<a class="link" href="/assignments/{view.facts.assignmentId}?aside={view.studentId}#one"
          >Aside with them</a
        >{/if}{/if}
    <div class="ml-auto flex items-center gap-3">
      {#if data.run.place > 0}<span class="figures">{data.run.place} of {data.run.waiting} waiting</span>{/if}
      {#each [{ to: data.run.before, words: 'The one before', icon: 'chevron-left' }, { to: data.run.next, words: 'The next one', icon: 'chevron-right' }] as const as { to, words, icon } (words)}
        {#if to}
          <a
            class="btn btn-square btn-sm"
            aria-label={words}
            title={words}
            href={at(to)}
            data-sveltekit-preload-data="off"><Icon name={icon} /></a
          >
        {/if}
      {/each}
      <MarkingKeys {keys} />
    </div>
  </nav>
  {#if form?.problem}<Message kind="problem">{form.problem}</Message>{/if}
  {#if typeof form?.done === 'string'}<Message kind="done">{form.done}</Message>{/if}
  {#if data.undoable}{#key data.undoable.packetId}<UndoReturn returned={data.undoable} />{/key}{/if}
  <div class="mb-4 flex items-start gap-4">
    <Emblem emblem={view.facts.emblem} large />
    <div class="min-w-0">
      <h1 class="page-title">{view.student}</h1>
      <p>
        {view.facts.title}, {view.facts.courseTitle} ·
        {#if view.due === null}no due date{:else}due <When moment={view.due} both={false} />{/if}
      </p>
      <p class="mt-1"><Baton holding={view.holding} reader="teacher" /></p>
    </div>
  </div>
  {#if view.seal}
    <p class="mb-4 rounded border border-l-4 border-base-300 border-l-accent bg-base-100 p-3" role="status">
      {sealWordsForTeacher(view.seal, data.zone)}
    </p>
  {/if}
  {#key view.packetId}<OthersHere packetId={view.packetId} others={view.others} />{/key}
  {#if view.standing !== null}
    {#key view.packetId}<WhileWaiting
        student={view.student}
        round={view.standing}
        reminder={view.reminder}
        meeting={view.meeting}
      />{/key}
  {/if}
  {#if view.handBack}<HandBack asked={view.handBack} round={view.standing} />{/if}
  <div class="grid gap-6 lg:grid-cols-[minmax(0,1fr)_23rem]">
    <div>
      {#if view.stage}
        <section class="mb-6" aria-labelledby="track">
          <h2 id="track" class="mb-2 text-xl font-semibold">Where it is</h2>
          <StageTrack
            stages={view.facts.stages}
            at={view.holding.standing === 'settled' ? null : view.stage.id}
            since={view.since}
            holder={holdingWordsForTeacher(view.holding)}
            moves={view.moves}
          />
        </section>
      {/if}
      {#if view.checked.length > 0}
        <details class="mb-4">
          <summary class="cursor-pointer py-1"
            >What the checks said to the student: {view.checked.length === 1
              ? '1 thing'
              : `${view.checked.length} things`}</summary
          >
          <ul class="mt-1 list-disc pl-6">
            {#each view.checked as words, i (`${i} ${words}`)}<li>{words}</li>{/each}
          </ul>
        </details>
      {/if}
      <h2 class="mb-2 text-xl font-semibold">Rounds</h2>
      {#if view.rounds.length === 0}
        <EmptyState><p>Nothing was submitted. What the student has begun is theirs alone.</p></EmptyState>
      {:else}
        <Rounds rounds={view.rounds} packetId={view.packetId} places={view.deliverables} reader="teacher" />
      {/if}
      {#if grants && data.round !== null}
        <CreditRows
          activities={activitiesOf(view.rounds.find(({ no }) => no === data.round)?.pieces ?? [])}
          judged={view.credits}
          target={view.facts.creditTarget}
          unit={view.facts.creditUnit}
          round={data.round}
        />
      {/if}
      {#if view.marks.length > 0}
        <h2 class="mt-8 mb-2 text-xl font-semibold">What was returned</h2>
        <CameBack marks={view.marks} points={view.facts.points} rounds={cameBack} moves={view.moves} />
      {/if}
    </div>
    <section
      id="judging"
      class="self-start rounded border border-base-300 bg-base-100 p-4 lg:sticky lg:top-3 lg:max-h-[calc(100vh-1.5rem)] lg:overflow-y-auto"
      aria-labelledby="judge"
    >
      {#if panel.round === null}
        <h2 id="judge" class="text-xl font-semibold">Nothing to mark</h2>
        <p class="mt-2">No round stands with you. It comes back to your marking desk when the student submits.</p>
        {#if view.stage && view.rounds.length > 0 && view.holding.standing !== 'settled'}
          <CallBack
            stages={view.facts.stages}
            stage={view.stage}
            rounds={view.rounds.length}
            known={view.marks.length}
          />
        {/if}
      {:else}
        <!-- Another packet is another form: nothing written for one student may show up at the next. -->
        {#key `${panel.view.packetId} ${panel.round}`}
          {#if data.round !== panel.round}
            <Message kind="problem">
              {#if data.round === null}
                Nothing stands with you here any more: the student took it back. What you wrote stays on this page.
              {:else}
                The student has changed what you have since you opened this page. What you wrote stays here;
                <a class="link" href="/marking/{view.packetId}" data-sveltekit-reload>mark round {data.round} instead</a
                >.
              {/if}
            </Message>
          {/if}
          <MarkPanel start={data.values} view={panel.view} round={panel.round} of={data.of} answered={form} />
        {/key}
      {/if}
    </section>
  </div>
</div>
