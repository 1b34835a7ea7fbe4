<script lang="ts">
  import { page } from '$app/state';
  import OneButton from '$ui/primitives/OneButton.svelte';
  import Thread from '$ui/threads/Thread.svelte';
  import { tellOnceVisible } from '../../../shared/once-visible.svelte';

  const { data } = $props();
  const { course, floor } = $derived(data);
  const teaches = $derived(course.role === 'teacher');
  const readers = $derived({
    to: 'floor' as const,
    course: course.title,
    people: floor.people,
    teachers: course.teachers,
    student: null
  });
  tellOnceVisible(() => (floor.posts.some((post) => post.fresh) ? `${page.url.pathname}?/heard` : null));
</script>

<svelte:head><title>Open floor: {course.title} · Vendro</title></svelte:head>
<section class="mx-auto max-w-6xl px-4 pt-5 pb-16" aria-labelledby="floor-title">
  <h2 id="floor-title" class="mb-2 text-xl font-semibold">Open floor of the course</h2>
  <p class="mb-3 max-w-prose opacity-85">For what belongs to no assignment and is for everybody.</p>
  {#if teaches}
    <div class="mb-4 flex flex-wrap items-center gap-3">
      <span
        >{course.studentsBegin
          ? 'Students say things here where they like.'
          : 'Students read here; they say nothing yet.'}</span
      >
      <OneButton action="?/begin" fields={{ on: course.studentsBegin ? 'no' : 'yes' }}
        >{course.studentsBegin ? 'Let them read alone' : 'Let students speak here'}</OneButton
      >
    </div>
  {/if}
  <div class="max-w-3xl rounded border-2 border-dashed border-base-content/40 p-4">
    {#if floor.posts.length === 0}<p class="mb-3">Nothing was said here yet.</p>{/if}
    <Thread
      posts={floor.posts}
      {readers}
      where={{ courseId: course.id }}
      studies={!teaches}
      closed={!teaches && !course.studentsBegin}
    />
  </div>
</section>
