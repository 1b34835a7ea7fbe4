<script lang="ts">
  import OneButton from '$ui/primitives/OneButton.svelte';
  import { getZone, getNow } from '$ui/time/reader';
  import Icon from '$ui/icons/Icon.svelte';
  import { act } from '$ui/forms/act';
  import { allowed } from '$core/packets/allowed';
  import { restorableRounds, roundsLeft, standingRound, type Custody } from '$core/packets/custody';
  import { costNow } from '$core/packets/due';
  import { refusalWords } from '$core/packets/refusal-words';
  import { absolute, relative } from '$core/time/words';
  import AskBack from './AskBack.svelte';

  interface Props {
    custody: Custody;
    courseZone: string;
    formKey: string;
  }
  const { custody, courseZone, formKey }: Props = $props();
  const zone = $derived.by(getZone());
  const now = $derived.by(getNow());

  const round = $derived(custody.standing);
  const revising = $derived(custody.phase === 'revising');
  const mayRevise = $derived(allowed(custody, { do: 'revise' }, now));
  const earlier = $derived(restorableRounds(custody));
  const mayEmpty = $derived(allowed(custody, { do: 'take-back', restores: null }, now));
  const choices = $derived(earlier.filter((no) => allowed(custody, { do: 'take-back', restores: no }, now).ok));
  const mayReturn = $derived(allowed(custody, { do: 'take-back', restores: null, ifDue: true }, now).ok);
  const mayAsk = $derived(allowed(custody, { do: 'ask-back', reason: '' }, now).ok);
  /** Rounds left once this one is taken back: one that nobody opened gives its place back. */
  const left = $derived.by(() => {
    const now_ = roundsLeft(custody);
    return now_ === null ? null : now_ + (standingRound(custody)?.opened ? 0 : 1);
  });
  const cost = $derived(costNow(custody.terms.due, courseZone, custody.terms.late, now));
</script>

<div class="grid gap-3 md:grid-cols-2">
  <section class="rounded border border-base-300 bg-base-100 p-4" aria-labelledby="revise-title">
    <h3 id="revise-title" class="flex items-center gap-2 text-lg font-semibold">
      <Icon name="pencil" size={20} />
      {revising ? 'You are revising' : 'Revise it'}
    </h3>
    {#if revising}
      <p class="my-2">Round {round} stays with your teacher until you submit the next one.</p>
      <OneButton action="?/dropRevision">Give the revision up, keep round {round}</OneButton>
    {:else}
      <p class="my-2">
        Work on the next round while round {round} stays with your teacher. Nothing is lost if time runs out.
      </p>
      {#if mayRevise.ok}
        <OneButton action="?/revise" class="btn btn-primary btn-sm">Revise round {round}</OneButton>
      {:else}
        <p class="text-sm">{refusalWords(mayRevise.why)}</p>
      {/if}
    {/if}
  </section>

  <section class="rounded border border-base-300 bg-base-100 p-4" aria-labelledby="take-back-title">
    <h3 id="take-back-title" class="flex items-center gap-2 text-lg font-semibold">
      <Icon name="undo-2" size={20} /> Take it back
    </h3>
    {#if mayEmpty.ok || choices.length > 0}
      <p class="my-2">
        Your teacher then has nothing{#if choices.length > 0}, or an earlier round{/if}. The pieces stay here with you.
      </p>
      <details>
        <summary class="btn btn-sm">Take round {round} back …</summary>
        <form method="post" action="?/takeBack" class="mt-3 grid gap-2" use:act>
          <input type="hidden" name="key" value={formKey} />
          <fieldset class="grid gap-2">
            <legend class="mb-1">After that, your teacher has:</legend>
            {#each choices as no (no)}
              <label class="flex gap-2"
                ><input class="radio mt-1 radio-sm" type="radio" name="restores" value={no} required /> Round {no},
                which stands again</label
              >
            {/each}
            {#if mayEmpty.ok}
              <label class="flex gap-2">
                <input
                  class="radio mt-1 radio-sm"
                  type="radio"
                  name="restores"
                  value="nothing"
                  required
                  checked={choices.length === 0}
                />
                <span><strong>Nothing</strong>, until you submit again</span>
              </label>
            {/if}
          </fieldset>
          <p class="text-sm">
            {#if custody.terms.due === null}
              There is no due date.
            {:else if cost}
              {cost} for what you submit now.
            {:else}
              What you submit after {absolute(custody.terms.due, zone, now)} ({relative(custody.terms.due, now)}) is
              late.
            {/if}
            {#if custody.terms.closes !== null}It closes for good {absolute(custody.terms.closes, zone, now)}.{/if}
          </p>
          {#if mayReturn}
            <label class="flex gap-2 text-sm">
              <input class="checkbox mt-0.5 checkbox-sm" type="checkbox" name="ifDue" value="yes" />
              If I submit nothing until it is due, round {round} shall stand again
            </label>
          {/if}
          {#if left !== null}<p class="text-sm">
              {left === 1 ? 'You then have 1 round left' : `You then have ${left} rounds left`}.
            </p>{/if}
          <button class="btn justify-self-start btn-error btn-sm">Take round {round} back</button>
        </form>
      </details>
    {:else}
      <p class="my-2 text-sm">{mayEmpty.ok ? '' : refusalWords(mayEmpty.why)}</p>
      {#if custody.handBack || mayAsk}<AskBack {custody} />{/if}
    {/if}
  </section>
</div>
