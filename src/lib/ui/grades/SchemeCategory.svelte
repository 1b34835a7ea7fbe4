<script lang="ts">
  import type { Category } from '$core/grades/scheme';
  import MaybeNumber from '$ui/forms/MaybeNumber.svelte';

  interface Props {
    category: Category;
    /** Categories weigh; otherwise they count by their points. */
    weighs: boolean;
    assignments: ReadonlyArray<{ id: string; title: string }>;
    /** Null where it is the only one. */
    onremove: (() => void) | null;
  }
  /** One category of a scheme: what it weighs, how it adds up, and what of it is left out. */
  let { category = $bindable(), weighs, assignments, onremove }: Props = $props();
  const INSIDE = {
    points: 'points over points',
    alike: 'every assignment alike',
    shares: 'each by its own weight',
    passes: 'passed ones of all that were judged'
  };
  const id = $derived(category.id);
</script>

<li class="rounded border border-base-300 bg-base-100 p-4">
  <div class="flex flex-wrap items-end gap-3 text-sm">
    <label class="grow"
      >Name <input class="input mt-1 block w-full" maxlength="100" bind:value={category.title} /></label
    >
    {#if weighs || category.bonus}<label
        >{category.bonus ? 'Adds up to, in %' : 'Weight'}
        <input
          class="input mt-1 block w-24"
          type="number"
          min="0"
          max="1000"
          step="any"
          bind:value={category.weight}
        /></label
      >{/if}
    <label
      >It adds up
      <select class="select mt-1 flex" bind:value={category.inside}>
        {#each Object.entries(INSIDE) as [value, words] (value)}<option {value}>{words}</option>{/each}
      </select></label
    >
    {#if onremove}<button type="button" class="btn btn-sm" onclick={onremove}
        >Remove<span class="sr-only"> {category.title}</span></button
      >{/if}
  </div>
  <details
    class="mt-2 text-sm"
    open={category.dropLowest + category.dropHighest > 0 ||
      category.replace !== null ||
      category.minimum !== null ||
      category.bonus}
  >
    <summary class="cursor-pointer">Left out, replaced, needed to pass, on top</summary>
    <div class="mt-2 flex flex-wrap items-end gap-3">
      <label
        >Lowest left out <input
          class="input mt-1 block w-20"
          type="number"
          min="0"
          max="10"
          bind:value={category.dropLowest}
        /></label
      >
      <label
        >Highest left out <input
          class="input mt-1 block w-20"
          type="number"
          min="0"
          max="10"
          bind:value={category.dropHighest}
        /></label
      >
      <MaybeNumber label="Percent needed here to pass" bind:value={category.minimum} max={100} />
      <label
        >A better result of
        <select
          class="select mt-1 flex"
          value={category.replace?.by ?? ''}
          onchange={(event) =>
            (category.replace =
              event.currentTarget.value === ''
                ? null
                : { by: event.currentTarget.value, most: category.replace?.most ?? 1 })}
        >
          <option value="">nothing stands in</option>
          {#each assignments as { id: other, title } (other)}<option value={other}>{title}</option>{/each}
        </select></label
      >
      {#if category.replace}<label
          >stands in for so many <input
            class="input mt-1 block w-20"
            type="number"
            min="1"
            max="10"
            bind:value={category.replace.most}
          /></label
        >{/if}
      <label class="flex items-center gap-2 pb-2" for="bonus-{id}">
        <input id="bonus-{id}" class="checkbox checkbox-sm" type="checkbox" bind:checked={category.bonus} /> Only adds: a
        bonus
      </label>
    </div>
  </details>
</li>
