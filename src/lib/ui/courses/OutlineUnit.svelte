<script lang="ts">
  import { insideWords, type OutlineUnit } from '$core/courses/outline';
  import OutlineItem from './OutlineItem.svelte';

  interface Props {
    unit: OutlineUnit;
    word: string;
    no: number;
    /** The current unit opens by itself. */
    open: boolean;
  }
  const { unit, word, no, open }: Props = $props();
</script>

<details {open} class="group mb-2 border-y border-base-300 bg-base-100">
  <summary class="flex cursor-pointer flex-wrap items-baseline gap-x-3 px-3 py-2.5 hover:bg-base-200">
    <h2 class="text-lg font-semibold">
      {#if unit.id}<span class="font-normal opacity-80">{word} {no}</span>{/if}
      {unit.title}
    </h2>
    <span class="ml-auto text-sm {open ? '' : 'font-medium'}">{insideWords(unit)}</span>
  </summary>
  <ul class="divide-y divide-base-300 border-t border-base-300">
    {#each unit.items as item (item.id)}<li><OutlineItem {item} /></li>{/each}
  </ul>
  {#if unit.items.length === 0}<p class="border-t border-base-300 p-4">Nothing is here yet.</p>{/if}
</details>
