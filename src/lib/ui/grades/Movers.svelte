<script lang="ts">
  import type { Moves } from '$core/grades/possible';

  /** What moves the result, by what each hour of work on it can bring; what another day of lateness takes. */
  const { moves }: { moves: readonly Moves[] } = $props();
  const WHAT = { open: 'submit it', waiting: 'your teacher has it', repair: 'hand in another round' };
</script>

{#if moves.length > 0}
  <section class="mt-6">
    <h3 class="text-lg font-semibold">What moves the result most</h3>
    <p class="mb-2 max-w-prose text-sm">
      From nothing to everything on each, in percent of the final result, with all others as the course has been so far.
    </p>
    <!-- svelte-ignore a11y_no_noninteractive_tabindex (a wide table is scrolled by keyboard too) -->
    <div class="overflow-x-auto" tabindex="0" role="region" aria-label="What moves the result most">
      <table class="figures w-full border-y border-base-300 bg-base-100 text-sm">
        <thead>
          <tr class="border-b border-base-300 text-left">
            <th scope="col" class="px-3 py-1.5">Assignment</th>
            <th scope="col" class="px-3 py-1.5 text-right">It moves up to</th>
            <th scope="col" class="px-3 py-1.5 text-right">For an hour of work</th>
            <th scope="col" class="px-3 py-1.5 text-right">One more day costs</th>
          </tr>
        </thead>
        <tbody>
          {#each moves as { id, title, kind, gain, perHour, dayCosts } (id)}
            <tr class="border-t border-base-300">
              <th scope="row" class="px-3 py-2 text-left font-normal"
                ><a class="link link-hover" href="/assignments/{id}">{title}</a>
                <span class="block opacity-85">{WHAT[kind]}</span></th
              >
              <td class="px-3 py-2 text-right">{gain} %</td>
              <td class="px-3 py-2 text-right">{perHour === null ? 'nothing to do' : `${perHour} %`}</td>
              <td class="px-3 py-2 text-right">{dayCosts === 0 ? 'nothing' : `${dayCosts} %`}</td>
            </tr>
          {/each}
        </tbody>
      </table>
    </div>
  </section>
{/if}
