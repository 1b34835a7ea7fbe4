<script lang="ts" module>
  /** What the assignment itself says, before any extension. */
  export interface SetFacts {
    due: number | null;
    passBy: number | null;
    points: number | null;
    weight: number | null;
    expectedMinutes: number | null;
    /** The course's zone. */
    zone: string;
  }
</script>

<script lang="ts">
  import type { SubmitBy } from '$core/courses/pace';
  import { roughly } from '$core/packets/desk-words';
  import { isCurve } from '$core/lateness/late-curve';
  import { isSubmitted, judging } from '$core/judging/registry';
  import { latePolicyWords } from '$core/packets/due';
  import { submitEnds, type Terms } from '$core/packets/terms';
  import { pointsText } from '$core/grades/points';
  import { MINUTE } from '$core/time/moment';
  import { aheadWords } from '$core/time/ahead';
  import { zoneName } from '$core/time/home';
  import { absolute, dayAndTime, span } from '$core/time/words';
  import { getNow, getZone } from '$ui/time/reader';
  import When from '$ui/time/When.svelte';

  interface Props {
    facts: SetFacts;
    /** With the reader's own extensions laid over them. */
    terms: Terms;
    roundsUsed: number;
    /** In a column of its own, beside something else. */
    narrow?: boolean;
    /** By when to submit so that one more round fits before it must be passed. */
    submitBy?: SubmitBy | null;
  }
  const { facts, terms, roundsUsed, narrow = false, submitBy = null }: Props = $props();
  const reader = getZone();
  const read = getNow();
  const zone = $derived(reader());
  const now = $derived(read());
  const { due: setDue, passBy, points, weight, expectedMinutes, zone: courseZone } = $derived(facts);

  const extended = $derived(terms.due !== setDue);
  const ends = $derived(submitEnds(terms));
</script>

{#snippet fact(name: string)}<dt class="text-sm opacity-80">{name}</dt>{/snippet}
{#snippet moment(name: string, at: number)}
  <div>
    {@render fact(name)}
    <dd class="font-semibold"><When moment={at} /></dd>
  </div>
{/snippet}

<dl
  class="grid grid-cols-2 gap-x-8 gap-y-3 border-y border-base-300 py-3 text-[0.95rem] {narrow
    ? ''
    : 'md:grid-cols-3 lg:grid-cols-4'}"
>
  {#if zone !== courseZone}
    <div class="col-span-full">
      {@render fact('Whose clock')}
      <dd>
        Every time here is on yours: <b class="font-semibold">{zoneName(zone)}</b>. The course runs on
        <b class="font-semibold">{zoneName(courseZone)}</b>, {aheadWords(courseZone, zone, now)}.
      </dd>
    </div>
  {/if}
  <div>
    {@render fact(passBy === null ? 'Due' : 'Submit by')}
    <dd class="font-semibold">
      {#if terms.due === null}No due date{:else}<When moment={terms.due} />{/if}
      {#if terms.due !== null && zone !== courseZone}
        <span class="block text-sm font-normal opacity-80"
          >{dayAndTime(terms.due, courseZone)} in {zoneName(courseZone)}</span
        >
      {/if}
      {#if extended}<span class="block text-sm font-normal">Extended for you</span>{/if}
    </dd>
  </div>
  {#if passBy !== null}
    <div>
      {@render fact('Pass by')}
      <dd class="font-semibold"><When moment={passBy} /></dd>
      <dd class="text-sm opacity-85">
        {#if submitBy}
          {submitBy.at > now
            ? `Submit by ${absolute(submitBy.at, zone, now)}, and one more round still fits in`
            : 'One more round hardly fits in any more'}: a round takes up to {roughly(submitBy.wait)} to come back here{#if submitBy.over.length > 0},
            and {submitBy.over.map(({ title }) => title).join(', ')} lies between{/if}.
        {:else}Marked and passed by then: submit earlier, so that another round fits in{/if}
      </dd>
    </div>
  {/if}
  {#if terms.opens !== null && terms.opens > now}{@render moment('Opens', terms.opens)}{/if}
  {#if ends !== null}{@render moment(ends <= now ? 'Closed' : 'Closes for good', ends)}{/if}
  <div>
    {@render fact('Points')}
    <dd class="font-semibold">
      {points === null ? 'None' : pointsText(points)}{#if weight !== null}, {weight} % of the grade{/if}
    </dd>
    <dd class="text-sm opacity-85">{judging(terms.settles).words.settling}</dd>
  </div>
  {#if isSubmitted(terms.settles)}
    <div>
      {@render fact('Rounds')}
      <dd class="font-semibold">
        {terms.allowance === null ? 'As many as you like' : `${roundsUsed} used of ${terms.allowance}`}
      </dd>
      <dd class="text-sm opacity-85">
        {terms.takeBack
          ? 'Can be taken back until marking begins'
          : 'Cannot be taken back'}{#if terms.allowance !== 1 && terms.counts !== 'latest'}.
          {terms.counts === 'best' ? 'The best one counts' : 'You say which one counts'}{/if}
      </dd>
    </div>
    <div>
      {@render fact('Whose work')}
      <dd class="font-semibold">Yours alone</dd>
      {#if expectedMinutes !== null}<dd class="text-sm opacity-85">
          About {span(expectedMinutes * MINUTE)} of work
        </dd>{/if}
    </div>
    {#if terms.due !== null}
      <div class="col-span-2">
        {@render fact('If late')}
        <dd>{latePolicyWords(terms.late)}</dd>
        {#if isCurve(terms.late)}
          <dd class="mt-1">
            {#await import('./LateCurve.svelte') then { default: LateCurve }}
              <LateCurve due={terms.due} closes={terms.closes} policy={terms.late} {courseZone} />
            {:catch}
              <!-- Without the line: the words above say the same. -->
            {/await}
          </dd>
        {/if}
      </div>
    {/if}
  {/if}
</dl>
