<script lang="ts">
  import { foundHref, foundWords, type Found } from '$core/search/found';
  import Emblem from '$ui/courses/Emblem.svelte';

  const { found }: { found: Found[] } = $props();
</script>

<ul class="divide-y divide-base-300 border-y border-base-300 bg-base-100">
  {#each found as one (one.kind + one.id)}
    <li>
      <a href={foundHref(one)} class="flex items-center gap-3 px-3 py-2 hover:bg-base-200">
        <Emblem emblem={one.emblem} />
        <span class="font-semibold">{one.title}</span>
        <span class="ml-auto text-right text-sm opacity-85">{foundWords(one.kind)} · {one.detail}</span>
      </a>
    </li>
  {/each}
</ul>
