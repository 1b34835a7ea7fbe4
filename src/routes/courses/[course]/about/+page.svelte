<script lang="ts">
  import AboutCourse from '$ui/courses/AboutCourse.svelte';
  import ShapeAbout from '$ui/courses/ShapeAbout.svelte';
  import Message from '$ui/primitives/Message.svelte';

  const { data, form } = $props();
</script>

<svelte:head><title>What holds in {data.course.title} · Vendro</title></svelte:head>
{#if form && 'problem' in form && form.problem}<Message kind="problem">{form.problem}</Message>{/if}
{#if form && 'done' in form && form.done}<Message kind="done">{form.done}</Message>{/if}
<AboutCourse about={data.about} />
{#if data.course.role === 'teacher'}<ShapeAbout course={data.course} about={data.about} />{/if}
