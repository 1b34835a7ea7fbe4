<script lang="ts">
  import { digestLines, isQuietWeek, type Digest } from '$core/family/digest';

  interface Props {
    digest: Digest;
    /** The student's, in whose clocks it is said. */
    zone: string;
  }
  /** A week as it is told at home. */
  const { digest, zone }: Props = $props();
  const courses = $derived(
    digest.courses
      .map((course) => ({ title: course.title, lines: digestLines(course, zone, digest.to) }))
      .filter(({ lines }) => lines.length > 0)
  );
</script>

{#if isQuietWeek(digest)}<p>Nothing was announced, set, submitted or returned.</p>{/if}
<div class="grid gap-3">
  {#each courses as { title, lines } (title)}
    <section>
      <h3 class="font-semibold">{title}</h3>
      <ul class="ml-5 list-[square]">
        {#each lines as line, i (i)}<li>{line}</li>{/each}
      </ul>
    </section>
  {/each}
</div>
