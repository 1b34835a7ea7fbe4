<script lang="ts">
  import { courseSummary, type CourseGrades } from '$core/grades/by-course';
  import Emblem from '$ui/courses/Emblem.svelte';
  import GradeRow from './GradeRow.svelte';

  /** A course with everything that was set in it. */
  const { grades }: { grades: CourseGrades } = $props();
  const { slug, title, emblem } = $derived(grades.course);
</script>

<section aria-labelledby="grades-{slug}" class="mb-8">
  <div class="mb-2 flex flex-wrap items-center gap-x-3">
    <Emblem {emblem} />
    <h2 id="grades-{slug}" class="text-xl font-semibold">
      <a class="link link-hover" href="/courses/{slug}">{title}</a>
    </h2>
    <p class="text-sm opacity-85">{courseSummary(grades)}</p>
  </div>
  <table class="w-full border-y border-base-300 bg-base-100 max-sm:block">
    <thead class="text-left text-sm max-sm:sr-only">
      <tr class="border-b border-base-300">
        <th scope="col" class="py-1.5 pl-3 font-normal">Assignment</th>
        <th scope="col" class="w-44 py-1.5 font-normal">Due</th>
        <th scope="col" class="w-72 py-1.5 font-normal">Where it is</th>
        <th scope="col" class="w-36 py-1.5 pr-3 text-right font-normal">Points</th>
      </tr>
    </thead>
    <tbody class="max-sm:block [&>tr:not(.remark)]:border-base-300 [&>tr:not(.remark):not(:first-child)]:border-t">
      {#each grades.lines as line (line.assignmentId)}<GradeRow {line} />{/each}
    </tbody>
  </table>
</section>
