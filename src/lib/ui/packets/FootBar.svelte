<script lang="ts">
  import { act } from '$ui/forms/act';
  import type { Finding } from '$core/checks/check';
  import { comingWords } from '$core/checks/still-coming';
  import { findingsText } from '$core/checks/words';
  import CheckSheet from '$ui/checks/CheckSheet.svelte';
  import { whenScripted } from '$ui/forms/scripted.svelte';
  import { allowed } from '$core/packets/allowed';
  import { roundsLeft, standingRound, type Custody, type Holding } from '$core/packets/custody';
  import { costNow, timeToDue } from '$core/packets/due';
  import { fullness, fullnessWords, piecesText } from '$core/packets/places';
  import type { DeliverableView, PieceView } from '$core/packets/views';
  import { refusalWords } from '$core/packets/words';
  import { absolute, span, toTheSecond } from '$core/time/words';
  import Baton from './Baton.svelte';

  interface Props {
    custody: Custody;
    holding: Holding;
    deliverables: readonly DeliverableView[];
    pieces: readonly PieceView[];
    /** How many files are bound for this packet and have not become pieces yet. */
    coming: number;
    /** What the student should look at before they submit. */
    found: readonly Finding[];
    /** The number of the standing round's receipt. */
    receipt: string | null;
    courseZone: string;
    zone: string;
    now: number;
    formKey: string;
  }
  const { custody, holding, deliverables, pieces, coming, found, receipt, courseZone, zone, now, formKey }: Props =
    $props();

  const terms = $derived(custody.terms);
  const declared = $derived(terms.settles === 'declared');
  const working = $derived(
    ['not-started', 'in-progress', 'taken-back', 'another-round', 'revising'].includes(holding.standing)
  );
  const full = $derived(fullnessWords(fullness(deliverables, pieces)));
  const timely = $derived(timeToDue(terms, now));
  const cost = $derived(costNow(terms.due, courseZone, terms.late, now));
  const maySubmit = $derived(allowed(custody, { do: 'submit' }, now));
  const standing = $derived(standingRound(custody));
  const left = $derived(roundsLeft(custody));
  const next = $derived(custody.rounds.length + 1);
  let busy = $state(false);
  const scripted = whenScripted();
  let sheet = $state<ReturnType<typeof CheckSheet>>();
  let form = $state<HTMLFormElement>();
  /** The sheet comes first where something is open. */
  const first = $derived(scripted.yes && found.length > 0);
  const submits = $derived(maySubmit.ok ? `Submit round ${next}: ${piecesText(pieces.length)}` : null);

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
  <div class="mx-auto flex max-w-6xl flex-wrap items-center gap-x-8 gap-y-2 px-4 py-3">
    <div class="text-lg"><Baton {holding} large /></div>
    <div class="min-w-0 flex-1 basis-64 text-sm">
      {#if received}<p class="figures">
          {received}
          {#if receipt}<a class="ml-2 link" href="/receipts/{receipt}">Receipt</a>{/if}
        </p>{/if}
      {#if working && !declared}
        <p>
          {#if full}{full}{/if}
          {#if first}<button type="button" class="link {full ? 'ml-2' : ''}" onclick={() => sheet?.open()}
              >{findingsText(found.length)}</button
            >{/if}
        </p>
        {#if coming > 0}
          <p class="font-semibold">
            {comingWords(coming)}
          </p>
        {/if}
        <p class={timely.tone === 'overdue' ? 'font-semibold text-error' : ''}>
          {timely.words}{#if cost}. {cost}{/if}
        </p>
      {:else if declared && holding.standing !== 'settled'}
        <p>{timely.words}</p>
      {/if}
    </div>
    <div class="ml-auto flex items-center gap-3">
      {#if declared && holding.standing !== 'closed'}
        {#if holding.standing === 'settled' && holding.settledBy === 'declared'}
          <form method="post" action="?/withdrawDeclaration" use:act>
            <button class="btn">It is not done after all</button>
          </form>
        {:else if holding.standing !== 'settled'}
          <form method="post" action="?/declareDone" use:act>
            <button class="btn btn-primary">I have done this</button>
          </form>
        {/if}
      {:else if working}
        {#if maySubmit.ok}
          {#if left !== null}<span class="text-sm"
              >{left === 1 ? 'The last round you have' : `${left} rounds left`}</span
            >{/if}
          <form bind:this={form} method="post" action="?/submit" use:act={(on) => (busy = on)}>
            <input type="hidden" name="key" value={formKey} />
            <button
              type={first ? 'button' : 'submit'}
              class="btn btn-primary"
              disabled={busy}
              onclick={first ? () => sheet?.open() : undefined}>{submits}</button
            >
          </form>
        {:else}
          <p class="max-w-sm text-sm">{refusalWords(maySubmit.why)}</p>
        {/if}
      {:else if holding.standing === 'submitted'}
        <a class="btn" href="#packet">Change something</a>
      {/if}
    </div>
  </div>
</aside>
<CheckSheet bind:this={sheet} {found} {submits} onsubmit={() => form?.requestSubmit()} />
