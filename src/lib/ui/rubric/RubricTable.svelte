<script lang="ts">
  import { ENOUGH_RETURNS, mostPoints, type Criterion, type LostPoints } from '$core/assignments/rubric';
  import { pointsText } from '$core/grades/points';
  import { act } from '$ui/forms/act';

  interface Props {
    criteria: Criterion[];
    lost: LostPoints[];
    /** The level at which the student sees themselves, by criterion. */
    estimates: Record<string, string>;
    /** Whether the reader can mark where they stand. */
    estimating: boolean;
  }
  /** The rubric: what is looked at, at which levels, for how many points; and where points go astray. */
  const { criteria, lost, estimates, estimating }: Props = $props();

  const shareOf = (id: string) => lost.find((one) => one.criterionId === id)?.share ?? null;
  const worst = $derived(lost[0]?.criterionId);
  const own = $derived(
    criteria.reduce((sum, row) => sum + (row.levels.find((level) => level.id === estimates[row.id])?.points ?? 0), 0)
  );
  const marked = $derived(criteria.filter((row) => row.id in estimates).length);
  const total = $derived(criteria.reduce((sum, row) => sum + mostPoints(row), 0));
</script>

<ul class="grid gap-4">
  {#each criteria as row (row.id)}
    {@const share = shareOf(row.id)}
    <li>
      <h3 class="flex items-baseline gap-2 font-sans font-semibold">
        {row.title} <span class="figures ml-auto text-sm font-normal">{pointsText(mostPoints(row))} points</span>
      </h3>
      {#if share !== null}
        <p class="text-sm {row.id === worst ? 'font-semibold' : 'opacity-85'}">
          {row.id === worst ? 'Where this class most often loses points: ' : 'This class loses '}{Math.round(
            share * 100
          )} % here
        </p>
      {:else if row.hint}
        <p class="text-sm"><b>Mind:</b> {row.hint}</p>
      {/if}
      <ul class="mt-1 border-l-2 border-base-300">
        {#each row.levels as level (level.id)}
          {@const mine = estimates[row.id] === level.id}
          <li class="border-l-4 pl-2 text-sm {mine ? 'border-l-accent bg-base-100' : 'border-l-transparent'}">
            {#if estimating}
              <form method="post" action="?/estimate" use:act>
                <input type="hidden" name="criterionId" value={row.id} />
                <input type="hidden" name="levelId" value={mine ? '' : level.id} />
                <button class="w-full py-1 text-left hover:bg-base-100" aria-pressed={mine}>
                  <b>{level.title}</b>, {pointsText(level.points)}{mine ? ' · where you see yourself' : ''}
                  {#if level.says}<span class="block">{level.says}</span>{/if}
                </button>
              </form>
            {:else}
              <p class="py-1">
                <b>{level.title}</b>, {pointsText(level.points)}
                {#if level.says}<span class="block">{level.says}</span>{/if}
              </p>
            {/if}
          </li>
        {/each}
      </ul>
    </li>
  {/each}
</ul>
{#if estimating && marked > 0}
  <p class="mt-3 border-t border-base-300 pt-2 text-sm" role="status">
    You see yourself at {pointsText(own)} of {pointsText(total)} points{marked < criteria.length
      ? `, with ${marked} of ${criteria.length} rows marked`
      : ''}. Only you see this.
  </p>
{/if}
{#if lost.length > 0}
  <p class="mt-2 text-sm opacity-85">
    Counted from at least {ENOUGH_RETURNS} returned works, so that nobody can be picked out.
  </p>
{/if}
