<script lang="ts">
  import { pointsText } from '$core/grades/points';
  import type { Choosing, Together } from '$core/parties/views';
  import { absolute } from '$core/time/words';
  import OneButton from '$ui/primitives/OneButton.svelte';
  import { getNow, getZone } from '$ui/time/reader';

  interface Props {
    assignmentId: string;
    together: Together | null;
    choosing: Choosing | null;
    /** The packet is with the student: what lies there can still change. */
    open: boolean;
    /** The most that can be got; null where it has no points. */
    points: number | null;
  }
  /** With whom this is handed over: who has looked at what lies there, and what one got apart from the others. */
  const { assignmentId, together, choosing, open, points }: Props = $props();
  /** So many are listed one by one. */
  const FEW = 6;
  const zone = getZone();
  const now = $derived.by(getNow());
  const me = $derived(together?.members.find((one) => one.me));
  const mayChoose = $derived(choosing !== null && choosing.until > now);
</script>

{#snippet who(members: Together['members'])}
  <ul class="my-2">
    {#each members as { id, name, looked, me: own } (id)}
      <li class="flex flex-wrap gap-x-2">
        <span>{name}{own ? ' (you)' : ''}</span>
        {#if open}<span class="text-sm {looked ? '' : 'font-semibold'}"
            >{looked
              ? 'has looked at it'
              : own
                ? 'you have not said that you looked'
                : 'has not looked at it yet'}</span
          >{/if}
      </li>
    {/each}
  </ul>
{/snippet}

{#if together}
  <section class="mb-4 rounded border border-base-300 bg-base-100 p-3" aria-labelledby="together">
    <h3 id="together" class="font-semibold">
      {together.name ? `Together: ${together.name}` : 'Together'}
    </h3>
    <p class="text-sm">One packet for all of you; whoever submits it submits for everybody.</p>
    {#if together.members.length > FEW}
      <details class="my-2">
        <summary class="cursor-pointer"
          >{together.members.length} of you{#if open}; {together.members.filter(({ looked }) => looked).length} have looked
            at it as it is{/if}</summary
        >
        {@render who(together.members)}
      </details>
    {:else}{@render who(together.members)}{/if}
    <div class="flex flex-wrap items-center gap-3">
      {#if open && me && !me.looked}<OneButton action="?/haveLooked">I have looked at it as it is</OneButton>{/if}
      {#if mayChoose}<a class="link text-sm" href="/assignments/{assignmentId}/together">Another party</a>{/if}
    </div>
    {#if together.mine}
      <p class="mt-2 border-l-4 border-accent pl-3">
        {#if together.mine.points !== null}For you: <b class="figures">{pointsText(together.mine.points)}</b>
          {points === null ? '' : `of ${pointsText(points)}`}.{/if}
        {together.mine.remark}
      </p>
    {/if}
  </section>
{:else if choosing && mayChoose}
  <p class="mb-4 border-l-4 border-accent bg-base-100 p-3">
    This is handed over by parties of up to {choosing.size}.
    <a class="link font-semibold" href="/assignments/{assignmentId}/together">Choose yours</a>
    until {absolute(choosing.until, zone(), now)}.
  </p>
{/if}
