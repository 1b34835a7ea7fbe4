<script lang="ts">
  import { page } from '$app/state';
  import AsideList from '$ui/threads/AsideList.svelte';
  import Thread from '$ui/threads/Thread.svelte';
  import { tellOnceVisible } from '../../../shared/once-visible.svelte';

  const { data } = $props();
  const { course, aside } = $derived(data);
  const teaches = $derived(course.role === 'teacher');
  const readers = $derived({
    to: 'aside' as const,
    course: course.title,
    people: aside.people,
    teachers: course.teachers,
    student: teaches ? (aside.student?.name ?? null) : null
  });
  const query = $derived(aside.student === null ? '' : `&aside=${aside.student.id}`);
  tellOnceVisible(() => (aside.posts.some((post) => post.fresh) ? `${page.url.pathname}?/heard${query}` : null));
</script>

<svelte:head><title>Aside: {course.title} · Vendro</title></svelte:head>
<div
  id="ask"
  class="mx-auto grid max-w-6xl gap-8 px-4 pt-5 pb-16 {teaches && aside.student !== null
    ? 'lg:grid-cols-[minmax(0,1fr)_24rem]'
    : ''}"
>
  {#if !teaches || aside.student !== null}
    <section aria-labelledby="aside-title" class="max-w-3xl">
      <h2 id="aside-title" class="mb-2 text-xl font-semibold">
        {aside.student !== null && teaches ? `Aside with ${aside.student.name}` : 'Aside, to your teachers'}
      </h2>
      <p class="mb-3 opacity-85">For what belongs to no assignment.</p>
      <div class="rounded border border-base-300 bg-base-100 p-4">
        <Thread
          posts={aside.posts}
          {readers}
          where={{ courseId: course.id }}
          studentId={teaches ? (aside.student?.id ?? null) : null}
          studies={!teaches}
        />
      </div>
    </section>
  {/if}
  {#if teaches}
    <AsideList lines={aside.lines} students={aside.students} slug={course.slug} />
  {/if}
</div>
