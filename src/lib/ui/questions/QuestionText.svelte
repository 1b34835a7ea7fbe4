<script lang="ts">
  import { textParts } from '$core/questions/text-parts';

  /** What a question asks, with its formulas drawn. What draws them is fetched where there is one. */
  const { text }: { text: string } = $props();
  const shown = $derived(textParts(text));
  const drawing = $derived(shown.some(({ tex }) => tex !== null) ? import('./formulas') : null);
</script>

{#if drawing}
  {#await drawing}
    <p class="whitespace-pre-wrap">{text}</p>
  {:then { drawn }}
    <p class="whitespace-pre-wrap">
      <!-- eslint-disable-next-line svelte/no-at-html-tags -- KaTeX escapes what it does not know -->
      {#each shown as part, i (i)}{#if part.tex === null}{part.text}{:else}{@html drawn(part.tex, false)}{/if}{/each}
    </p>
  {:catch}
    <p class="whitespace-pre-wrap">{text}</p>
  {/await}
{:else}
  <p class="whitespace-pre-wrap">{text}</p>
{/if}
