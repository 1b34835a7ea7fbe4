<script lang="ts">
  import Emblem from '$ui/courses/Emblem.svelte';
  import MaterialLinks from '$ui/materials/MaterialLinks.svelte';
  import Thread from '$ui/threads/Thread.svelte';
  import AddMaterials from '$ui/courses/AddMaterials.svelte';
  import When from '$ui/time/When.svelte';

  import { getWayBack } from '../../shared/way-back.svelte';

  const { data } = $props();
  const wayBack = getWayBack();
  const back = $derived(wayBack());
  const notice = $derived(data.notice);
</script>

<svelte:head><title>{notice.title} · Vendro</title></svelte:head>
<div class="mx-auto max-w-3xl px-4 pt-5 pb-16">
  <p class="mb-3 text-sm">
    <a class="link" href={back.href}>{back.name}</a> ·
    <a class="link" href="/courses/{notice.course.slug}">{notice.course.title}</a>
  </p>
  <div class="mb-4 flex items-start gap-4">
    <Emblem emblem={notice.course.emblem} large />
    <div>
      <h1 class="page-title">{notice.title}</h1>
      <p class="opacity-85">Notice of {notice.by}, <When moment={notice.at} /></p>
    </div>
  </div>
  <!-- eslint-disable-next-line svelte/no-at-html-tags -- cleaned by the server on the way in and on the way out -->
  <div class="brief-text mb-6">{@html notice.bodyHtml}</div>
  <MaterialLinks materials={notice.materials} />
  {#if notice.course.role === 'teacher'}
    <AddMaterials
      noticeId={notice.id}
      action="/courses/{notice.course.slug}?/addMaterials"
      largest={data.largestFile}
    />
  {/if}
  <section class="mt-8" aria-labelledby="floor">
    <h2 id="floor" class="text-xl font-semibold">Open floor</h2>
    <Thread
      posts={notice.posts}
      readers={{
        to: 'floor',
        course: notice.course.title,
        people: notice.people,
        teachers: notice.course.teachers,
        student: null
      }}
      where={{ noticeId: notice.id }}
      studies={notice.course.role === 'student'}
    />
  </section>
</div>
