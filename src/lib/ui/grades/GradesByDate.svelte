<script lang="ts">
  import type { DatePage } from '$core/grades/date-page';
  import GradeRows from './GradeRows.svelte';

  /** Rows of all courses by due moment, with what each course adds up to below it. */
  const { page }: { page: DatePage } = $props();
</script>

{#snippet further(words: string, from: number | null)}
  {#if from !== null}<a class="link" href="/grades?order=date&from={from}">{words}</a>{/if}
{/snippet}

<section aria-labelledby="by-date" class="mb-10">
  <h2 id="by-date" class="mb-2 text-xl font-semibold">All courses</h2>
  <p class="mb-2">{@render further('Earlier', page.earlier)}</p>
  {#if page.lines.length > 0}<GradeRows lines={page.lines} weighs="apart" label="Assignments of all courses" />{/if}
  <p class="mt-2">{@render further('Later', page.later)}</p>
</section>
