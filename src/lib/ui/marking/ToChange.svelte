<script lang="ts">
  import type { Criterion } from '$core/assignments/rubric';

  interface Props {
    criteria: readonly Criterion[];
    /** The level chosen in each row; empty where none is. */
    levels: readonly string[];
    prompts: ReadonlyArray<{ label: string; answered: boolean; optional: boolean }>;
    /** What the assignment asks for, by name. */
    places: readonly string[];
  }
  /** What can be put onto the student's list for another round: rows of the rubric below their best, what a page asks, and places. */
  const { criteria, levels, prompts, places }: Props = $props();
  const rows = $derived(
    criteria.flatMap(({ id, title, levels: known }, i) => {
      const chosen = known.find((level) => level.id === levels[i]);
      const best = Math.max(...known.map(({ points }) => points));
      const says = chosen?.says ? `: ${chosen.says}` : '';
      return chosen && chosen.points < best
        ? [{ value: `${id}\n${title}, ${chosen.title}${says}`, words: `${title}: ${chosen.title}` }]
        : [];
    })
  );
  const asked = $derived(
    prompts
      .filter(({ optional, answered }) => !optional || answered)
      .slice(0, 20)
      .map(({ label, answered }) => ({
        value: `\n${answered ? 'Answer anew' : 'Still to answer'}: ${label}`,
        words: `${label}${answered ? '' : ' (not answered)'}`
      }))
  );
  const anew = $derived(places.map((title) => ({ value: `\nHand in anew: ${title}`, words: title })));
</script>

{#if rows.length + asked.length + places.length > 0}
  <details class="mb-2">
    <summary class="cursor-pointer py-1 text-sm">Put onto their list, beside your remarks</summary>
    <fieldset class="mt-1 grid gap-1 text-sm" aria-label="Onto the list of the next round">
      {#each [...rows, ...asked, ...anew] as { value, words } (value)}
        <label class="flex items-start gap-2"
          ><input type="checkbox" class="checkbox checkbox-sm" name="change" {value} />{words}</label
        >
      {/each}
    </fieldset>
  </details>
{/if}
