<script lang="ts">
  import type { CourseGlance } from '$core/courses/views';
  import { absolute } from '$core/time/words';
  import Emblem from '$ui/courses/Emblem.svelte';
  import { getNow, getZone } from '$ui/time/reader';

  /** A course, with what is with the reader, what came back, what is due next and who teaches. */
  const { course }: { course: CourseGlance } = $props();
  const now = $derived.by(getNow());
  const zone = getZone();
  const teaches = $derived(course.role === 'teacher');
  const said = $derived(
    [
      course.withYou > 0 ? `${course.withYou} with you` : '',
      course.cameBack > 0 ? `${course.cameBack} came back` : '',
      course.withTeacher > 0 ? `${course.withTeacher} with your teacher` : ''
    ].filter((part) => part !== '')
  );
</script>

<li class="bg-base-100">
  <a href="/courses/{course.slug}" class="flex items-center gap-4 px-3 py-3 hover:bg-base-200">
    <Emblem emblem={course.emblem} large />
    <span class="grid min-w-0 flex-1 gap-x-6 sm:grid-cols-[minmax(0,1fr)_minmax(0,1fr)]">
      <span class="min-w-0">
        <b class="block text-lg font-semibold">{course.title}</b>
        <span class="text-sm opacity-85"
          >{teaches ? 'You teach this' : course.teachers.join(', ') || 'Nobody teaches this yet'}</span
        >
      </span>
      <span class="min-w-0 sm:text-right">
        <span class="figures block {course.cameBack > 0 ? 'font-semibold' : ''}"
          >{said.length > 0 ? said.join(', ') : teaches ? 'Nothing waits with you' : 'Nothing is with you'}</span
        >
        {#if course.next}
          <span class="text-sm opacity-85">
            Next: {course.next.title}, due
            <time datetime={new Date(course.next.due).toISOString()}>{absolute(course.next.due, zone(), now)}</time>
          </span>
        {/if}
      </span>
    </span>
  </a>
</li>
