<script lang="ts">
  import { pointsText } from '$core/grades/points';
  import type { JudgedView } from '$core/packets/views';

  /** The rubric as a round was judged on it: where points were lost, and what stands there. */
  const { judged }: { judged: readonly JudgedView[] } = $props();
</script>

{#if judged.length > 0}
  <table class="mt-3 w-full max-w-prose border-t border-base-300 text-left text-sm">
    <caption class="sr-only">By the rubric</caption>
    <thead class="sr-only"><tr><th scope="col">Row</th><th scope="col">Points</th><th scope="col">Lost</th></tr></thead>
    <tbody>
      {#each judged as row (row.title)}
        <tr class="border-b border-base-300 align-top">
          <th scope="row" class="py-1.5 pr-3 font-normal">
            <b>{row.title}</b>: {row.level}{#if row.says}<span class="block opacity-85">{row.says}</span>{/if}
          </th>
          <td class="figures py-1.5 pr-3 whitespace-nowrap">{pointsText(row.points)} of {pointsText(row.most)}</td>
          <td class="figures py-1.5 text-right whitespace-nowrap"
            >{row.points < row.most ? `−${pointsText(row.most - row.points)}` : ''}</td
          >
        </tr>
      {/each}
    </tbody>
  </table>
{/if}
