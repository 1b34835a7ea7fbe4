<script lang="ts">
  import { explained } from '$core/grades/explain';
  import { gradeOverTime } from '$core/grades/over-time';
  import { ownGrade } from '$core/grades/own-grade';
  import { standingResult } from '$core/grades/moves';
  import { arranged } from '$core/grades/arrange';
  import { pointsText } from '$core/grades/points';
  import type { CourseGradeView } from '$core/grades/view';
  import Bars from './Bars.svelte';
  import GradeRows from './GradeRows.svelte';
  import OverTime from './OverTime.svelte';
  import StillPossible from './StillPossible.svelte';
  import WhyGrade from './WhyGrade.svelte';

  /** A student's grade in one course: what it is, what it can still become, and why. */
  const { view }: { view: CourseGradeView } = $props();
  const { scheme, lines, override, now, course } = $derived(view);
  const own = $derived(ownGrade(scheme, lines, override, now, course.zone));
  const result = $derived(standingResult(own.grade));
  const steps = $derived(explained(scheme, own.grade));
  const returned = $derived(
    new Map(
      lines.flatMap(({ assignmentId, returnedAt }) =>
        returnedAt === null ? [] : [[assignmentId, returnedAt] as const]
      )
    )
  );
  const overTime = $derived(gradeOverTime(scheme, own.made, returned));
  const { credits, stages } = $derived(own.grade.beside);
</script>

<section class="mb-8 rounded bg-base-100 p-5" aria-labelledby="result">
  <h2 id="result" class="sr-only">The result</h2>
  <p class="flex flex-wrap items-baseline gap-x-4 gap-y-1">
    {#if result === null}<span class="text-xl">No result yet</span>
    {:else}<b class="figures font-display text-5xl leading-none">{result}</b>
      <span>{override ? `set by ${override.by}` : 'so far'}</span>{/if}
    {#if own.grade.passed !== null}<span class="font-semibold"
        >{own.grade.passed ? 'Passed as it stands' : 'Not passed as it stands'}</span
      >{/if}
    {#if credits}<span class="figures">{pointsText(credits.granted)} of {pointsText(credits.target)} credits</span>{/if}
    {#if stages}<span class="figures">{stages.through} of {stages.of} stages passed</span>{/if}
  </p>
  {#if override}<p class="mt-2 max-w-prose">“{override.reason}”</p>{/if}
  {#if !view.own}<p class="mt-2 max-w-prose text-sm opacity-85">
      This course has no scheme of its own: it counts as is usual, and your teacher may still say otherwise.
    </p>{/if}
  {#if own.open.length > 0 && !override}
    <div class="mt-4"><StillPossible {scheme} made={own.made} open={own.open} /></div>
  {/if}
</section>

<section class="mb-8" aria-labelledby="why">
  <h2 id="why" class="mb-3 text-xl font-semibold">{result === null ? 'How it counts' : `Why ${result}`}</h2>
  <WhyGrade {steps} />
</section>

{#if overTime.length > 1}
  <section class="mb-8" aria-labelledby="over-time">
    <h2 id="over-time" class="mb-2 text-xl font-semibold">How it came to be</h2>
    <OverTime points={overTime} />
  </section>
{/if}

{#if view.lost.length > 0}
  <section class="mb-8" aria-labelledby="lost">
    <h2 id="lost" class="mb-2 text-xl font-semibold">Where points went</h2>
    <Bars
      heads={['What', 'Points']}
      bars={view.lost.map(({ what, points, times }) => ({
        label: what,
        value: points,
        says: `${pointsText(points)} points, on ${times === 1 ? 'one assignment' : `${times} assignments`}`
      }))}
    />
  </section>
{/if}

{#each view.spreads as { assignmentId, title, tenths, results } (assignmentId)}
  <section class="mb-6" aria-labelledby="spread-{assignmentId}">
    <h2 id="spread-{assignmentId}" class="mb-2 text-lg font-semibold">How {title} came out in the class</h2>
    <p class="mb-1 text-sm">{results} results that stand.</p>
    <Bars
      heads={['Percent of the points', 'Results']}
      bars={tenths.map((count, i) => ({ label: `${i * 10} to ${i * 10 + 10} %`, value: count, says: String(count) }))}
    />
  </section>
{/each}

<section aria-labelledby="rows">
  <h2 id="rows" class="mb-2 text-xl font-semibold">Every assignment</h2>
  <GradeRows
    lines={arranged(lines, 'needs', now)}
    weighs={!view.own && scheme.categories[0]?.inside === 'shares'}
    label="Assignments of {course.title}"
  />
</section>
