<script lang="ts">
  import { explained } from '$core/grades/explain';
  import { standingResult } from '$core/grades/moves';
  import { ownGrade } from '$core/grades/own-grade';
  import WhyGrade from '$ui/grades/WhyGrade.svelte';

  const { data } = $props();
  const { scheme, lines, override, now, course } = $derived(data.view);
  const { grade } = $derived(ownGrade(scheme, lines, override, now, course.zone));
</script>

<svelte:head><title>{data.view.student} in {data.view.course.title} · Vendro</title></svelte:head>
<p class="mb-2 text-sm"><a class="link" href="/courses/{course.slug}/grades">Grade book</a></p>
<h2 class="mb-1 text-2xl font-semibold">{data.view.student}</h2>
<p class="mb-4">
  <b class="figures font-display text-3xl">{standingResult(grade) ?? 'No result yet'}</b>
  {#if override}<span class="ml-2">set by {override.by}: “{override.reason}”</span>{/if}
</p>
<WhyGrade steps={explained(scheme, grade)} />
