<script lang="ts">
  import Icon from '$ui/icons/Icon.svelte';
  import { addressText } from '$core/links/address';
  import { isDoubtful } from '$core/links/verdict';
  import { insideText, verdictText } from '$core/links/words';
  import type { LinkInside } from '$core/pieces/piece';
  import { absolute } from '$core/time/words';
  import { getZone } from '$ui/time/reader';

  /** Where a document leads to, and what a stranger met there. What does not open stands first. */
  const { links }: { links: readonly LinkInside[] } = $props();
  const zone = getZone();
  const shown = $derived([...links.filter(isDoubtful), ...links.filter((link) => !isDoubtful(link))]);
</script>

<details class="pl-8 text-sm">
  <summary class="cursor-pointer py-1 {links.some(isDoubtful) ? 'border-l-4 border-accent pl-3 font-medium' : ''}"
    >{insideText(links)}</summary
  >
  <ul class="grid gap-1 py-1">
    {#each shown as link (link.url)}
      <li class="flex flex-wrap items-center gap-x-2">
        {#if isDoubtful(link)}<Icon name="triangle-alert" size={16} class="text-error" />
        {:else if link.verdict}<Icon name="circle-check" size={16} class="text-success" />{/if}
        <a class="link wrap-anywhere" href={link.url} target="_blank" rel="noopener noreferrer"
          >{addressText(link.url)}</a
        >
        {#if link.verdict}<b>{verdictText(link.verdict)}</b>{:else}<span>Not looked at yet</span>{/if}
        {#if link.at !== null}<time class="opacity-80" datetime={new Date(link.at).toISOString()}
            >looked at {absolute(link.at, zone(), link.at)}</time
          >{/if}
      </li>
    {/each}
  </ul>
</details>
