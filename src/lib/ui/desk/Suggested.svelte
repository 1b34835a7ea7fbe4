<script lang="ts">
  import type { Suggestion } from '$core/plan/suggest';

  /** The one thing to do next, with all that speaks for it. */
  const { suggestion }: { suggestion: Suggestion } = $props();
  const [first, ...others] = $derived(suggestion.reasons);
</script>

<section aria-labelledby="next" class="mb-6 rounded border-l-4 border-accent bg-base-100 px-4 py-3">
  <h2 id="next" class="text-sm opacity-80">What to do next</h2>
  <p class="text-lg">
    <a class="link font-semibold" href="/assignments/{suggestion.line.assignmentId}">{suggestion.line.title}</a>
    {#if first}because {first.words}.{/if}
  </p>
  {#if others.length > 0}
    <details class="text-sm">
      <summary class="cursor-pointer py-1">What else speaks for it</summary>
      <ul>
        {#each others as reason (reason.code)}<li>{reason.words}</li>{/each}
      </ul>
    </details>
  {/if}
</section>
