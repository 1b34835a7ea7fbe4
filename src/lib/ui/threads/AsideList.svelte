<script lang="ts">
  import { getZone, getNow } from '$ui/time/reader';
  import { absolute } from '$core/time/words';

  interface Props {
    lines: Array<{
      studentId: string;
      student: string;
      assignment: { id: string; title: string } | null;
      by: string;
      says: string;
      at: number;
      fresh: boolean;
    }>;
    students: Array<{ id: string; name: string }>;
    slug: string;
  }
  /** Every aside of a course, for its teachers. */
  const { lines, students, slug }: Props = $props();
  const zone = $derived.by(getZone());
  const now = $derived.by(getNow());
  const hrefOf = ({ assignment, studentId }: Props['lines'][number]) =>
    `${assignment === null ? `/courses/${slug}/aside` : `/assignments/${assignment.id}`}?aside=${studentId}#ask`;
</script>

<section aria-labelledby="all-asides">
  <h2 id="all-asides" class="mb-2 text-xl font-semibold">What was said aside</h2>
  {#if lines.length === 0}
    <p class="rounded bg-base-100 p-4">Nobody has written aside in this course yet.</p>
  {:else}
    <ul class="divide-y divide-base-300 border-y border-base-300">
      {#each lines as line (`${line.studentId} ${line.assignment?.id}`)}
        <li class="bg-base-100">
          <a
            href={hrefOf(line)}
            class="block border-l-4 px-3 py-2 hover:bg-base-200/60 {line.fresh
              ? 'border-l-accent'
              : 'border-l-transparent'}"
          >
            <span class="block font-semibold"
              >{line.student}{#if line.fresh}<span class="ml-2 text-sm">New</span>{/if}</span
            >
            <span class="block text-sm opacity-85"
              >{line.assignment?.title ?? 'The course'} · {absolute(line.at, zone, now)}</span
            >
            <span class="block wrap-anywhere">{line.by}: {line.says}</span>
          </a>
        </li>
      {/each}
    </ul>
  {/if}
  <form method="get" class="mt-4 flex flex-wrap items-end gap-2">
    <label class="text-sm"
      >Write to
      <select class="select flex w-56 select-sm" name="aside" required>
        <option value="">Choose whom</option>
        {#each students as student (student.id)}<option value={student.id}>{student.name}</option>{/each}
      </select>
    </label>
    <button class="btn btn-sm">Open the aside</button>
  </form>
</section>
