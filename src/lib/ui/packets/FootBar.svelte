<script lang="ts">
  import OneButton from '$ui/primitives/OneButton.svelte';
  import { act } from '$ui/forms/act';
  import { findingsText } from '$core/checks/words';
  import { whenScripted } from '$ui/forms/scripted.svelte';
  import { allowed } from '$core/packets/allowed';
  import { activeSeal, roundsLeft, standingRound } from '$core/packets/custody';
  import { costNow, timeToDue } from '$core/packets/due';
  import { fullness, fullnessWords, piecesText } from '$core/pieces/places';
  import { refusalWords } from '$core/packets/refusal-words';
  import { absolute, span, toTheSecond } from '$core/time/words';
  import { comingBriefly, comingWords, ranOutWords } from '$core/packets/seal-words';
  import { getOwnWork } from './own-work.svelte';
  import { getZone } from '$ui/time/reader';
  import Baton from './Baton.svelte';
  import SealState from './SealState.svelte';
  import SubmitForm from './SubmitForm.svelte';

  /** Where the work stands and the one thing to do about it. `problem`: why what was asked for did not happen. */
  const { problem }: { problem: string | null } = $props();
  const work = getOwnWork();
  const reader = getZone();
  const zone = $derived(reader());
  const { found, seal, receipt, declared } = $derived(work);
  const { custody, holding, pieces, now } = $derived(work.packet);
  const { deliverables, teachers, key: formKey } = $derived(work.view);
  const courseZone = $derived(work.facts.zone);
  const coming = $derived(work.coming.length);
  const linksOld = $derived(work.linksOld);

  const terms = $derived(custody.terms);
  const working = $derived(
    ['not-started', 'in-progress', 'taken-back', 'another-round', 'revising'].includes(holding.standing)
  );
  const fills = $derived(fullness(deliverables, pieces));
  const full = $derived(fullnessWords(fills));
  const filled = $derived(fills.filled >= fills.asked);
  const timely = $derived(timeToDue(terms, now));
  const cost = $derived(costNow(terms.due, courseZone, terms.late, now));
  const sealed = $derived(activeSeal(custody, now));
  const ranOut = $derived(ranOutWords(custody, zone));
  const maySubmit = $derived(
    allowed(custody, seal !== null && coming > 0 ? { do: 'seal', coming } : { do: 'submit' }, now)
  );
  const standing = $derived(standingRound(custody));
  const left = $derived(roundsLeft(custody));
  const next = $derived(custody.rounds.length + 1);
  const scripted = whenScripted();
  let submitting = $state<ReturnType<typeof SubmitForm>>();
  const all = $derived(pieces.length + (seal === null ? 0 : coming));
  const of = $derived(left === null ? '' : ` of ${next + left - 1}`);
  const submits = $derived(
    `Submit round ${next}${of}: ${piecesText(all)}${seal !== null && coming > 0 ? `, ${coming} still arriving` : ''}`
  );

  /** "Received 21:14:07, 45 min before it was due." */
  const received = $derived.by(() => {
    if (!standing) return null;
    const day = absolute(standing.at, zone, now).split(', ')[0];
    const when = `Round ${standing.no} received ${day} ${toTheSecond(standing.at, zone)}`;
    if (terms.due === null) return when;
    return standing.at <= terms.due
      ? `${when}, ${span(terms.due - standing.at)} before it was due`
      : `${when}, ${span(standing.at - terms.due)} after it was due`;
  });
</script>

<aside
  aria-label="Where it stands"
  class="sticky bottom-0 z-10 border-t-2 border-base-300 bg-base-100 shadow-[0_-6px_16px_-12px_rgb(0_0_0/0.5)]"
>
  {#if problem}<p role="alert" class="mx-auto max-w-6xl px-4 pt-3 font-semibold text-error">{problem}</p>{/if}
  <div class="foot-bar mx-auto max-w-6xl px-4">
    <div class="who sm:text-lg"><Baton {holding} large /></div>
    <div class="said min-w-0 text-sm">
      {#if declared && holding.standing !== 'settled'}
        <p class="open">{timely.words}</p>
      {:else if !sealed && working}
        {@const toSee = scripted.yes && maySubmit.ok && found.length > 0}
        <p class="open">
          {#if full}<span class={toSee || filled ? 'max-sm:hidden' : ''}>{full}</span>{/if}
          {#if toSee}<button
              type="button"
              class="link max-sm:py-1.5 {full ? 'sm:ml-2' : ''}"
              onclick={() => submitting?.open()}>{findingsText(found.length)}</button
            >{/if}
        </p>
      {/if}
      <div class="rest">
        {#if received}<p class="figures {working ? 'max-sm:hidden' : ''}">
            {received}
            {#if receipt}<a class="ml-2 link" href="/receipts/{receipt}">Receipt</a>{/if}
          </p>{/if}
        {#if ranOut}<p class="font-semibold text-error" role="alert">{ranOut}</p>{/if}
        {#if sealed}
          <SealState seal={sealed} {coming} />
        {:else if working && !declared}
          {#if coming > 0}
            {@const follow = seal === null ? 0 : terms.followMinutes}
            <p class="font-semibold">
              <span class="max-sm:hidden">{comingWords(coming, follow)}</span>
              <span class="sm:hidden">{comingBriefly(coming, follow)}</span>
            </p>
          {/if}
          <p class={timely.tone === 'overdue' ? 'font-semibold text-error' : ''}>
            {timely.words}{#if cost}. {cost}{/if}
          </p>
        {/if}
      </div>
    </div>
    <div class="does {declared ? 'whole' : ''}">
      {#if declared && holding.standing !== 'closed'}
        {#if holding.standing === 'settled' && holding.settledBy === 'declared'}
          <OneButton action="?/withdrawDeclaration" class="btn">It is not done after all</OneButton>
        {:else if holding.standing !== 'settled'}
          <form method="post" action="?/declareDone" use:act>
            <label class="sr-only" for="done-note">How it was done, if you want to say so</label>
            <div class="flex items-center gap-2">
              <input
                id="done-note"
                class="input min-w-0 grow sm:w-64"
                name="note"
                maxlength="1000"
                placeholder="How, if you want to say so"
              />
              <button class="btn btn-primary">I have done this</button>
            </div>
          </form>
        {/if}
      {:else if working && !sealed}
        {#if maySubmit.ok}
          {#if left === 1}<span class="text-sm max-sm:hidden">The last round you have</span>{/if}
          <SubmitForm bind:this={submitting} {submits} {formKey} {found} {seal} {teachers} {linksOld} />
        {:else}
          <p class="max-w-sm text-sm">{refusalWords(maySubmit.why)}</p>
        {/if}
      {:else if holding.standing === 'submitted'}
        <a class="btn" href="#packet">Change something</a>
      {/if}
    </div>
  </div>
</aside>
