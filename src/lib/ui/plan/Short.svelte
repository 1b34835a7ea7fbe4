<script lang="ts">
  import type { Advice } from '$core/plan/advice';

  /** What does not fit, said days ahead: by how much, and what to drop, shorten or ask for. */
  const { advice }: { advice: readonly Advice[] } = $props();
</script>

{#if advice.length > 0}
  <section class="mb-4 border-l-4 border-error bg-base-100 p-4" aria-labelledby="short">
    <h2 id="short" class="font-semibold">
      {advice.length === 1 ? 'One thing will be late' : `${advice.length} things will be late`}
    </h2>
    <ul class="mt-1 grid gap-3">
      {#each advice as { taskId, title, says, ways, request } (taskId)}
        <li>
          <a class="link font-medium" href="/assignments/{taskId}">{title}</a>: {says}
          <details class="text-sm">
            <summary class="cursor-pointer">What would help<span class="sr-only"> with {title}</span></summary>
            <ul class="mt-1 ml-5 list-[square]">
              {#each ways as way (way)}<li>{way}</li>{/each}
            </ul>
            {#if request}
              <p class="mt-2">
                A question to begin with: “{request}”
                <a class="btn ml-1 btn-xs" href="/assignments/{taskId}?aside={encodeURIComponent(request)}#ask"
                  >Write it to your teacher</a
                >
              </p>
            {/if}
          </details>
        </li>
      {/each}
    </ul>
  </section>
{/if}
