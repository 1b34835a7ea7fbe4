<script lang="ts">
  import { page } from '$app/state';
  import CourseTop from '$ui/courses/CourseTop.svelte';

  const { data, children } = $props();
</script>

<div class="mx-auto max-w-6xl px-4 pt-5 pb-16">
  <CourseTop course={data.course} path={page.url.pathname} />
  {@render children()}
</div>
