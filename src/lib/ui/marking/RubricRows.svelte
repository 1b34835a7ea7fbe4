<script lang="ts">
  import { mostPoints, type Criterion } from '$core/assignments/rubric';
  import { rubricSum } from '$core/marking/rubric-sum';
  import { pointsText } from '$core/grades/points';

  interface Props {
    criteria: Criterion[];
    /** The level of each row, and its points where they lie between two. */
    values: { levels: string[]; between: string[] };
    /** A row was judged. */
    onjudged: () => void;
  }
  /** The rubric row by row: a digit chooses a level and goes on to the next row; points may lie between two levels. */
  let { criteria, values = $bindable(), onjudged }: Props = $props();
  const id = $props.id();
  let rows = $state<HTMLElement>();

  const numberOf = (text: string) => (text.trim() === '' ? null : Number(text.replace(',', '.')));
  const judged = $derived(
    criteria.flatMap((row, i) =>
      row.levels
        .filter((level) => level.id === values.levels[i])
        .map((level) => ({ level, points: numberOf(values.between[i] ?? '') }))
    )
  );
  const sum = $derived(rubricSum(judged));
  const most = $derived(criteria.reduce((all, row) => all + mostPoints(row), 0));
  function choose(i: number, level: string) {
    values.levels[i] = level;
    values.between[i] = '';
    onjudged();
  }
  function press(event: KeyboardEvent, i: number) {
    const level = criteria[i]?.levels[Number(event.key) - 1];
    const wrote = event.target instanceof HTMLInputElement && event.target.type === 'text';
    if (!level || wrote || event.ctrlKey || event.altKey || event.metaKey) return;
    event.preventDefault();
    choose(i, level.id);
    const next = rows?.querySelectorAll<HTMLElement>('fieldset')[i + 1];
    const field = next?.querySelector<HTMLElement>('input:checked') ?? next?.querySelector<HTMLElement>('input');
    (field ?? document.getElementById('points') ?? document.getElementById('remark'))?.focus();
  }
</script>

<div class="mb-4 grid gap-2.5" bind:this={rows} role="group" aria-labelledby="{id}-rubric">
  <h3 id="{id}-rubric" class="font-sans font-medium">By the rubric</h3>
  {#each criteria as row, i (row.id)}
    {@const level = row.levels.find(({ id }) => id === values.levels[i])}
    <!-- svelte-ignore a11y_no_noninteractive_element_interactions (digits are short for what its buttons do) -->
    <fieldset onkeydown={(event) => press(event, i)}>
      <legend class="mb-0.5 flex w-full items-baseline justify-between gap-2 text-sm">
        {row.title}
        {#if level}<span class="figures shrink-0">of {pointsText(mostPoints(row))}</span>{/if}
      </legend>
      <div class="flex flex-wrap items-center gap-1">
        {#each row.levels as one, n (one.id)}
          <label
            class="cursor-pointer rounded border border-base-300 px-2 py-1 text-sm has-checked:border-primary has-checked:bg-primary has-checked:text-primary-content has-focus-visible:outline-2 has-focus-visible:outline-offset-2"
            title={one.says}
          >
            <input
              type="radio"
              class="sr-only"
              name="{id}-{i}"
              value={one.id}
              checked={values.levels[i] === one.id}
              aria-label="{one.title}, {pointsText(one.points)} points, key {n + 1}"
              onchange={() => choose(i, one.id)}
            />
            {one.title} <span class="figures">{pointsText(one.points)}</span>
          </label>
        {/each}
        <input type="hidden" name="levels" value={values.levels[i] ?? ''} />
        {#if level}
          <input
            type="text"
            class="figures input w-20 input-xs"
            name="between"
            inputmode="decimal"
            autocomplete="off"
            placeholder="between"
            aria-label="Points of {row.title}, where they lie between two levels"
            bind:value={values.between[i]}
            oninput={onjudged}
          />
        {:else}<input type="hidden" name="between" value="" />{/if}
      </div>
      {#if level?.says}<p class="mt-0.5 text-sm opacity-85">{level.says}</p>{/if}
    </fieldset>
  {/each}
  {#if judged.length > 0}
    <p class="text-sm" role="status">
      {pointsText(sum)} of {pointsText(most)} points by the rubric{judged.length < criteria.length
        ? `, ${criteria.length - judged.length} more to judge`
        : ''}
    </p>
  {/if}
</div>
