<script lang="ts">
  import type { CourseResult } from '$core/grades/own-grade';
  import type { GradeLine } from '$core/grades/line';
  import type { DeskCourse } from '$core/packets/desk';
  import Emblem from '$ui/courses/Emblem.svelte';
  import GradeRows from './GradeRows.svelte';

  interface Props {
    grades: { course: DeskCourse; summary: string; lines: readonly GradeLine[]; total: number; sum: CourseResult };
  }
  /** A course with what was set in it, and what it adds up to. */
  const { grades }: Props = $props();
  const { slug, title, emblem } = $derived(grades.course);
  const { result, range, weighs } = $derived(grades.sum);
</script>

<section aria-labelledby="grades-{slug}" class="mb-8">
  <div class="mb-2 flex flex-wrap items-center gap-x-3 gap-y-1">
    <Emblem {emblem} />
    <div class="grow">
      <h2 id="grades-{slug}" class="text-xl leading-tight font-semibold">
        <a class="link link-hover" href="/courses/{slug}">{title}</a>
      </h2>
      <p class="text-sm opacity-85">{grades.summary}</p>
    </div>
    <p class="text-right">
      {#if result === null}<span class="text-sm opacity-85">No result yet</span>
      {:else}<b class="figures font-display text-2xl leading-none">{result}</b> <span class="text-sm">so far</span>{/if}
      <a class="block link text-sm" href="/grades/{slug}">
        {#if range}From {range[0]} to {range[1]} still possible: why{:else}Why, and what is still possible{/if}<span
          class="sr-only">{` in ${title}`}</span
        >
      </a>
    </p>
  </div>
  {#if grades.lines.length > 0}<GradeRows lines={grades.lines} {weighs} label="Assignments of {title}" />{/if}
  {#if grades.total > grades.lines.length}
    <p class="mt-2"><a class="link" href="/grades/{slug}#rows">All {grades.total} assignments of {title}</a></p>
  {/if}
</section>
