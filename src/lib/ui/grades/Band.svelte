<script lang="ts">
  import type { CourseGrade } from '$core/grades/course-grade';

  interface Props {
    lowest: CourseGrade;
    highest: CourseGrade;
    /** What it is so far; what is supposed, where something is. */
    now: CourseGrade;
    supposed: CourseGrade | null;
  }
  /** What is still possible as a band on the way from nothing to everything, with where the course stands on it. */
  const { lowest, highest, now, supposed }: Props = $props();
  const at = (grade: CourseGrade) => Math.min(100, Math.max(0, grade.percent?.toNumber() ?? 0));
  const [low, high, here] = $derived([at(lowest), at(highest), at(now)]);
  const words = $derived(
    `Still possible: from ${lowest.result?.text ?? 'nothing'} to ${highest.result?.text ?? 'nothing'}. So far: ${now.result?.text ?? 'no result'}.` +
      (supposed ? ` As supposed: ${supposed.result?.text ?? 'no result'}.` : '')
  );
</script>

<svg viewBox="0 0 100 14" class="h-16 w-full" preserveAspectRatio="none" role="img" aria-label={words}>
  <line x1="0" x2="100" y1="7" y2="7" class="stroke-base-content/40" stroke-width="0.4" />
  <rect
    x={low}
    width={Math.max(0.6, high - low)}
    y="4.5"
    height="5"
    class="fill-primary/30 stroke-primary"
    stroke-width="0.2"
  />
  {#if now.result}<line x1={here} x2={here} y1="2" y2="12" class="stroke-base-content" stroke-width="0.5" />{/if}
  {#if supposed?.result}<line
      x1={at(supposed)}
      x2={at(supposed)}
      y1="1"
      y2="13"
      class="stroke-accent"
      stroke-width="0.9"
      stroke-dasharray="1.6 1"
    />{/if}
</svg>
<p class="flex flex-wrap justify-between gap-x-4 text-sm">
  <span>Lowest from here <b class="figures">{lowest.result?.text ?? 'no result'}</b></span>
  <span>So far <b class="figures">{now.result?.text ?? 'no result'}</b></span>
  {#if supposed}<span>As supposed <b class="figures">{supposed.result?.text ?? 'no result'}</b></span>{/if}
  <span>Highest from here <b class="figures">{highest.result?.text ?? 'no result'}</b></span>
</p>
