<script lang="ts">
  import type { GradeLine } from '$core/grades/line';
  import GradeRow from './GradeRow.svelte';

  interface Props {
    lines: readonly GradeLine[];
    /** The shares of the grade that they name are what counts; `apart`: the rows are of several courses, and each names its own. */
    weighs: boolean | 'apart';
    /** What the table is of. */
    label: string;
  }
  /** A student's assignments with what came of each. */
  const { lines, weighs, label }: Props = $props();
</script>

<table class="w-full border-y border-base-300 bg-base-100 max-sm:block" aria-label={label}>
  <thead class="text-left text-sm max-sm:sr-only">
    <tr class="border-b border-base-300">
      <th scope="col" class="py-1.5 pl-3 font-normal">Assignment</th>
      <th scope="col" class="w-44 py-1.5 font-normal print:w-36">Due</th>
      <th scope="col" class="w-80 py-1.5 font-normal print:w-64">Where it is</th>
      <th scope="col" class="w-36 py-1.5 pr-3 text-right font-normal print:w-28">Points</th>
    </tr>
  </thead>
  <tbody class="max-sm:block [&>tr:not(.remark)]:border-base-300 [&>tr:not(.remark):not(:first-child)]:border-t">
    {#each lines as line (line.assignmentId)}<GradeRow {line} {weighs} />{/each}
  </tbody>
</table>
