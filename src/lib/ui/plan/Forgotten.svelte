<script lang="ts">
  import type { Forgotten } from '$core/plan/forgotten';
  import { absolute } from '$core/time/words';
  import { getNow, getZone } from '$ui/time/reader';

  /** What the past calendar holds that an assignment collects, and that is not entered there. */
  const { found }: { found: ReadonlyArray<{ id: string; title: string; events: readonly Forgotten[] }> } = $props();
  const zone = getZone();
  const now = $derived.by(getNow());
</script>

{#each found as { id, title, events } (id)}
  <details class="mb-3 rounded bg-base-100 p-3">
    <summary class="cursor-pointer">
      Perhaps forgotten in {title}: {events.length === 1 ? 'one thing' : `${events.length} things`} of your calendar
    </summary>
    <ul class="mt-1 ml-5 list-[square]">
      {#each events as event, i (i)}<li>{event.title}, {absolute(event.from, zone(), now)}</li>{/each}
    </ul>
    <p class="mt-1"><a class="link" href="/assignments/{id}#packet">Enter them there</a>, if they belong to it.</p>
  </details>
{/each}
