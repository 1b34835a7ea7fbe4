<script lang="ts">
  import type { ExplainedStep } from '$core/grades/explain';

  /** Why a grade is what it is, step by step down to the sum. */
  const { steps }: { steps: readonly ExplainedStep[] } = $props();
</script>

<ol class="grid gap-4">
  {#each steps as { title, says, lines }, i (i)}
    <li class="border-l-3 border-base-300 pl-4">
      <h3 class="font-semibold">{title}</h3>
      <p class="max-w-prose">{says}</p>
      {#if lines.length > 0}
        <details class="mt-1">
          <summary class="cursor-pointer text-sm">
            {lines.length === 1 ? 'The one assignment in it' : `The ${lines.length} assignments in it`}
          </summary>
          <table class="figures mt-1 text-sm">
            <thead class="sr-only"><tr><th>Assignment</th><th>Brought</th><th>Part</th></tr></thead>
            <tbody>
              {#each lines as line (line.id)}
                <tr>
                  <th scope="row" class="py-0.5 pr-4 text-left font-normal">{line.title}</th>
                  <td class="py-0.5 pr-4 text-right whitespace-nowrap">{line.brought}</td>
                  <td class="py-0.5 opacity-85">{line.part}</td>
                </tr>
              {/each}
            </tbody>
          </table>
        </details>
      {/if}
    </li>
  {/each}
</ol>
