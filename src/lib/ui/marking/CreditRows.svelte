<script lang="ts">
  import {
    creditLines,
    creditSum,
    creditText,
    GRANTS,
    type Activity,
    type CreditUnit,
    type Grant,
    type Judged
  } from '$core/judging/credits';
  import { GRANT_WORDS, grantWords } from '$core/judging/grant-words';
  import { act } from '$ui/forms/act';

  interface Props {
    activities: readonly Activity[];
    judged: readonly Judged[];
    target: number | null;
    unit: CreditUnit;
    round: number;
  }
  /** The activities of a round, with what is granted of each. What is kept, the student sees at once. */
  const { activities, judged, target, unit, round }: Props = $props();
  const lines = $derived(creditLines(activities, judged));
  const sum = $derived(creditSum(lines, target));
  /** What is being said, by activity; what is not here is as it was kept. */
  let said = $state<Record<string, { state: Grant | ''; granted: string; reason: string }>>({});
  let key = $state(crypto.randomUUID());
  const at = (id: string) => {
    const kept = lines.find((line) => line.id === id)?.judged;
    return (
      said[id] ?? { state: kept?.state ?? ('' as const), granted: kept?.granted ?? '', reason: kept?.reason ?? '' }
    );
  };
  function say(id: string, change: Partial<{ state: Grant | ''; granted: string; reason: string }>, claimed: string) {
    const before = at(id);
    const now = { ...before, ...change };
    // Granting it whole is what is meant mostly.
    if (change.state === 'granted') now.granted = claimed;
    if (change.state === 'questioned' || change.state === 'refused') now.granted = '0';
    said[id] = now;
  }
  /** What differs from what was kept. */
  const grants = $derived(
    Object.entries(said).flatMap(([activity, { state, granted, reason }]) => {
      const kept = lines.find(({ id }) => id === activity)?.judged;
      const same = kept?.state === state && kept.granted === granted && kept.reason === reason;
      return state === '' || same ? [] : [{ activity, state, granted, reason }];
    })
  );
</script>

<section class="mt-6" aria-labelledby="credits-title">
  <h2 id="credits-title" class="mb-1 text-xl font-semibold">Credits</h2>
  <p class="figures">
    {`${creditText(sum.granted, unit)} granted${target === null ? '' : ` of ${target}, ${sum.missing} still to come`}; ${sum.claimed} claimed.`}
  </p>
  {#if lines.length === 0}
    <p class="mt-1">Nothing is claimed in this round: it has no entry with hours.</p>
  {:else}
    <form
      method="post"
      action="?/grant"
      use:act={(busy) => {
        if (!busy) key = crypto.randomUUID();
      }}
    >
      <input type="hidden" name="round" value={round} />
      <input type="hidden" name="key" value={key} />
      <input type="hidden" name="grants" value={JSON.stringify(grants)} />
      <ul class="mt-2 grid gap-3">
        {#each lines as line (line.id)}
          {@const now = at(line.id)}
          <li class="rounded border border-base-300 bg-base-100 p-3">
            <p class="flex flex-wrap items-baseline gap-x-3">
              <b>{line.title}</b>
              {#if line.about}<span class="text-sm">{line.about}</span>{/if}
              <span class="figures ml-auto">claims {line.claimed}</span>
            </p>
            <p class="text-sm opacity-85">
              {line.judged ? `${grantWords(line)} by ${line.judged.by}` : grantWords(line)}
            </p>
            {#if line.since !== 'gone'}
              <div class="mt-2 flex flex-wrap items-end gap-x-3 gap-y-2">
                <fieldset class="flex flex-wrap gap-1" aria-label="What is said to {line.title}">
                  {#each GRANTS as state (state)}
                    <label class="btn btn-sm has-checked:btn-neutral has-focus-visible:outline-2">
                      <input
                        type="radio"
                        class="sr-only"
                        name="state {line.id}"
                        value={state}
                        checked={now.state === state}
                        onchange={() => say(line.id, { state }, line.claimed)}
                      />{GRANT_WORDS[state]}
                    </label>
                  {/each}
                </fieldset>
                {#if now.state === 'granted' || now.state === 'partly'}
                  <label class="text-sm"
                    >Granted
                    <input
                      class="figures input w-20 input-sm"
                      inputmode="decimal"
                      value={now.granted}
                      aria-label="Granted of {line.title}"
                      oninput={(event) => say(line.id, { granted: event.currentTarget.value }, line.claimed)}
                    /></label
                  >
                {/if}
                {#if now.state !== '' && now.state !== 'granted'}
                  <label class="grow text-sm"
                    >Why
                    <input
                      class="input w-full input-sm"
                      maxlength="500"
                      value={now.reason}
                      aria-label="Why, for {line.title}"
                      oninput={(event) => say(line.id, { reason: event.currentTarget.value }, line.claimed)}
                    /></label
                  >
                {/if}
              </div>
            {/if}
          </li>
        {/each}
      </ul>
      <button class="btn mt-3" disabled={grants.length === 0}
        >Tell the student about {grants.length === 1 ? '1 activity' : `${grants.length} activities`}</button
      >
    </form>
  {/if}
</section>
