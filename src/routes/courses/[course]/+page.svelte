<script lang="ts">
  import EmptyState from '$ui/primitives/EmptyState.svelte';
  import { currentUnit } from '$core/courses/outline';
  import OutlineUnit from '$ui/courses/OutlineUnit.svelte';
  import ShapeOutline from '$ui/courses/ShapeOutline.svelte';
  import Answered from '$ui/primitives/Answered.svelte';

  const { data, form } = $props();
  const current = $derived(currentUnit(data.units, data.now));
  const teaches = $derived(data.course.role === 'teacher');
</script>

<svelte:head><title>{data.course.title} · Vendro</title></svelte:head>
<Answered {form} />
{#if teaches}
  <ShapeOutline course={data.course} units={data.units} {current} largest={data.largestFile} />
{:else if data.units.length === 0}
  <EmptyState><p>Nothing is in this course yet. When your teacher sets something, it stands here.</p></EmptyState>
{:else}
  {#each data.units as unit, i (unit.id)}
    <OutlineUnit {unit} word={data.course.unitWord} no={i + 1} open={i === current} />
  {/each}
{/if}
