<script lang="ts">
  import type { SchemeMove } from '$core/grades/moves';

  /** Who of the class would move under a scheme that is tried, and by how much. */
  const { tried }: { tried: { moves: SchemeMove[]; stay: number } } = $props();
</script>

<section class="mt-4" aria-labelledby="moves" role="status">
  <h3 id="moves" class="mb-1 text-lg font-semibold">
    {tried.moves.length === 0
      ? 'Nobody would move'
      : tried.moves.length === 1
        ? 'One student would move'
        : `${tried.moves.length} students would move`}
  </h3>
  <p class="text-sm">
    {tried.stay === 1 ? 'One stays' : `${tried.stay} stay`} as they are. Nothing holds yet.
  </p>
  {#if tried.moves.length > 0}
    <table class="figures mt-2 border-y border-base-300 bg-base-100 text-sm">
      <thead class="text-left">
        <tr
          ><th scope="col" class="px-3 py-1">Student</th><th scope="col" class="px-3 py-1">Now</th><th
            scope="col"
            class="px-3 py-1">Then</th
          ><th scope="col" class="px-3 py-1 text-right">By</th></tr
        >
      </thead>
      <tbody>
        {#each tried.moves as { id, name, before, after, by } (id)}
          <tr class="border-t border-base-300">
            <th scope="row" class="px-3 py-1 text-left font-normal">{name}</th>
            <td class="px-3 py-1">{before}</td>
            <td class="px-3 py-1">{after}</td>
            <td class="px-3 py-1 text-right">{by === null ? '' : `${by > 0 ? '+' : ''}${by} %`}</td>
          </tr>
        {/each}
      </tbody>
    </table>
  {/if}
</section>
