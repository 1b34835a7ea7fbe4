<script lang="ts">
  import { latePolicyWords } from '$core/packets/due';
  import type { Terms } from '$core/packets/terms';
  import { pointsText } from '$core/grades/points';
  import { absolute } from '$core/time/words';
  import When from '$ui/time/When.svelte';

  interface Props {
    /** With the reader's own extensions laid over them. */
    terms: Terms;
    /** The assignment's own due moment, to say where an extension moved it. */
    setDue: number | null;
    points: number | null;
    roundsUsed: number;
    courseZone: string;
    zone: string;
    now: number;
  }
  const { terms, setDue, points, roundsUsed, courseZone, zone, now }: Props = $props();

  const SETTLING = {
    result: 'Settles when your teacher returns it',
    'looked-at': 'Settles when your teacher has looked at it',
    declared: 'Settles when you say that it is done'
  };
  const extended = $derived(terms.due !== setDue);
</script>

{#snippet fact(name: string)}<dt class="text-sm opacity-80">{name}</dt>{/snippet}

<dl
  class="grid grid-cols-2 gap-x-6 gap-y-3 border-y border-base-300 py-3 text-[0.95rem] md:flex md:flex-wrap md:gap-x-8 md:*:max-w-64 lg:flex-nowrap"
>
  <div>
    {@render fact('Due')}
    <dd class="font-semibold">
      {#if terms.due === null}No due date{:else}<When moment={terms.due} {zone} {now} />{/if}
      {#if terms.due !== null && zone !== courseZone}
        <span class="block text-sm font-normal opacity-80">{absolute(terms.due, courseZone, now)} in {courseZone}</span>
      {/if}
      {#if extended}<span class="block text-sm font-normal">Extended for you</span>{/if}
    </dd>
  </div>
  {#if terms.opens !== null && terms.opens > now}
    <div>
      {@render fact('Opens')}
      <dd class="font-semibold"><When moment={terms.opens} {zone} {now} /></dd>
    </div>
  {/if}
  {#if terms.closes !== null}
    <div>
      {@render fact('Closes for good')}
      <dd class="font-semibold"><When moment={terms.closes} {zone} {now} /></dd>
    </div>
  {/if}
  <div>
    {@render fact('Points')}
    <dd class="font-semibold">{points === null ? 'None' : pointsText(points)}</dd>
    <dd class="text-sm opacity-80">{SETTLING[terms.settles]}</dd>
  </div>
  {#if terms.settles !== 'declared'}
    <div>
      {@render fact('Rounds')}
      <dd class="font-semibold">
        {terms.allowance === null ? 'As many as you like' : `${roundsUsed} used of ${terms.allowance}`}
      </dd>
      <dd class="text-sm opacity-80">
        {terms.takeBack ? 'Can be taken back until marking begins' : 'Cannot be taken back'}
      </dd>
    </div>
    {#if terms.due !== null}
      <div class="col-span-2">
        {@render fact('If late')}
        <dd>{latePolicyWords(terms.late)}</dd>
      </div>
    {/if}
  {/if}
</dl>
