<script lang="ts">
  import Emblem from '$ui/courses/Emblem.svelte';
  import CourseGradePage from '$ui/grades/CourseGradePage.svelte';

  const { data } = $props();
</script>

<svelte:head><title>Your grade in {data.view.course.title} · Vendro</title></svelte:head>
<div class="mx-auto max-w-6xl px-4 pt-6 pb-16">
  <p class="text-sm"><a class="link" href="/grades">Grades</a></p>
  <div class="mb-5 flex items-center gap-3">
    <Emblem emblem={data.view.course.emblem} large />
    <h1 class="page-title">Your grade in {data.view.course.title}</h1>
  </div>
  <CourseGradePage view={data.view} />
</div>
