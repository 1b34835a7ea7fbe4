<script lang="ts">
  import type { Band } from '$core/grades/scales';

  /** The bands of a scale, from the highest to the lowest: what each is called, and with which percent it begins. */
  let { bands = $bindable() }: { bands: Band[] } = $props();
</script>

<fieldset class="mt-3 text-sm">
  <legend class="font-medium">Bands, from the highest to the lowest</legend>
  <ol class="mt-1 flex flex-wrap gap-2">
    {#each bands as band, i (i)}
      <li class="flex items-end gap-1 rounded border border-base-300 p-2">
        <label>Name <input class="input mt-1 block w-24 input-sm" maxlength="20" bind:value={band.name} /></label>
        <label
          >from % <input
            class="input mt-1 block w-20 input-sm"
            type="number"
            min="0"
            max="200"
            step="any"
            bind:value={band.from}
          /></label
        >
        {#if bands.length > 2}<button
            type="button"
            class="btn btn-sm"
            aria-label="Take the band {band.name} away"
            onclick={() => bands.splice(i, 1)}>−</button
          >{/if}
      </li>
    {/each}
  </ol>
  <button
    type="button"
    class="btn mt-2 btn-sm"
    disabled={bands.length >= 30}
    onclick={() => bands.unshift({ name: '', from: (bands[0]?.from ?? 0) + 1 })}>Add a band on top</button
  >
</fieldset>
