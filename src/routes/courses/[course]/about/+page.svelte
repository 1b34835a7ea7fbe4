<script lang="ts">
  import AboutCourse from '$ui/courses/AboutCourse.svelte';
  import ShapeAbout from '$ui/courses/ShapeAbout.svelte';
  import Answered from '$ui/primitives/Answered.svelte';

  const { data, form } = $props();
</script>

<svelte:head><title>What holds in {data.course.title} · Vendro</title></svelte:head>
<Answered {form} />
<AboutCourse about={data.about} />
{#if data.course.role === 'teacher'}<ShapeAbout course={data.course} about={data.about} />{/if}
