<script lang="ts">
  import { pointsText } from '$core/grades/points';
  import { isSubmitted } from '$core/judging/registry';
  import { roundsUsed, type Custody } from '$core/packets/custody';
  import { roundsWords } from '$core/packets/terms-words';
  import { absolute, relative } from '$core/time/words';
  import { getOwnWork } from '$ui/packets/own-work.svelte';
  import ServedPart from '$ui/served/ServedPart.svelte';
  import { getNow, getZone } from '$ui/time/reader';
  import Facts, { type SetFacts } from './Facts.svelte';

  /** The facts of an assignment on one line; all of them where it is unfolded. */
  const { facts, custody }: { facts: SetFacts; custody: Custody } = $props();
  const zone = getZone();
  const now = getNow();
  const { terms } = $derived(custody);
  const work = getOwnWork();
</script>

<details class="border-y border-base-300 py-2">
  <summary class="cursor-pointer">
    <span class="mr-3 font-semibold">
      {#if terms.due === null}No due date{:else}Due <time datetime={new Date(terms.due).toISOString()}
          >{absolute(terms.due, zone(), now())}</time
        >
        <span class="font-normal opacity-85">({relative(terms.due, now())})</span>{/if}
    </span>
    {#if terms.due !== facts.due}<span class="mr-3 whitespace-nowrap">Extended for you</span>{/if}
    <span class="mr-3 whitespace-nowrap"
      >{facts.points === null ? 'No points' : `${pointsText(facts.points)} points`}</span
    >
    {#if isSubmitted(terms.settles)}<span class="mr-3 whitespace-nowrap"
        >{roundsWords(terms.allowance, roundsUsed(custody))}</span
      >{/if}
    {#if work.submitBy}<span class="mr-3"
        >{work.submitBy.at > now()
          ? `With another round in hand: submit by ${absolute(work.submitBy.at, zone(), now())}`
          : 'Another round hardly fits any more'}</span
      >{/if}
    <span class="link text-sm">All facts</span>
  </summary>
  <ServedPart part={Facts} of={{ facts, terms, roundsUsed: roundsUsed(custody), submitBy: work.submitBy }} />
</details>
