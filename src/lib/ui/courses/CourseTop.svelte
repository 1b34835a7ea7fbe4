<script lang="ts">
  import type { CourseHead } from '$core/courses/views';
  import Emblem from './Emblem.svelte';

  interface Props {
    course: CourseHead;
    path: string;
  }
  const { course, path }: Props = $props();
  const home = $derived(`/courses/${course.slug}`);
  const rooms = $derived([
    { href: home, name: 'Outline' },
    { href: `${home}/about`, name: 'What holds here' },
    { href: `${home}/board`, name: 'Progress board' },
    ...(course.role === 'student'
      ? [
          { href: `/grades/${course.slug}`, name: 'Your grade' },
          { href: `${home}/remarks`, name: 'Remarks' }
        ]
      : [{ href: `${home}/grades`, name: 'Grade book' }]),
    ...(course.studentsBegin || course.role === 'teacher' ? [{ href: `${home}/floor`, name: 'Open floor' }] : []),
    { href: `${home}/aside`, name: 'Aside' },
    { href: `${home}/roster`, name: 'Roster' }
  ]);
</script>

<div class="mb-5 flex flex-wrap items-center gap-x-4 gap-y-2 border-b border-base-300 pb-3">
  <Emblem emblem={course.emblem} large />
  <div class="grow">
    <h1 class="text-2xl leading-tight font-bold sm:text-3xl">{course.title}</h1>
    <p class="text-sm opacity-85">{course.teachers.join(', ')}{course.archived ? ' · over' : ''}</p>
  </div>
  <nav aria-label="Of this course" class="flex flex-wrap gap-x-5">
    {#each rooms as { href, name } (href)}
      <a
        {href}
        class="border-b-3 border-transparent py-1.5 aria-[current]:border-accent"
        aria-current={path === href ? 'page' : undefined}>{name}</a
      >
    {/each}
  </nav>
</div>
