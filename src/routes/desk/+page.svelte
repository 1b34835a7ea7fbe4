<script lang="ts">
  import EmptyState from '$ui/primitives/EmptyState.svelte';
  import { pauseWords } from '$core/courses/calendar';
  import { arrangeDesk } from '$core/packets/desk';
  import { suggest } from '$core/plan/suggest';
  import { calendarDay, dayName } from '$core/time/words';
  import DeskGroupList from '$ui/desk/DeskGroupList.svelte';
  import DeskNotices from '$ui/desk/DeskNotices.svelte';
  import Invited from '$ui/desk/Invited.svelte';
  import Narrow from '$ui/desk/Narrow.svelte';
  import Suggested from '$ui/desk/Suggested.svelte';
  import Unseen from '$ui/desk/Unseen.svelte';
  import { GROUP_WORDS } from '$ui/desk/groups';

  const { data } = $props();
  const all = $derived(arrangeDesk(data.lines, data.now));
  const groups = $derived(
    [...all].filter(([group, lines]) => lines.length > 0 && (data.view.show === null || data.view.show === group))
  );
  const pause = $derived(pauseWords(data.stretch, data.stretch ? calendarDay(data.stretch.last) : ''));
  const notices = $derived(
    data.view.show !== null
      ? []
      : data.notices.filter((one) => data.view.course === null || one.courseSlug === data.view.course)
  );
  const waiting = $derived((all.get('needs-you')?.length ?? 0) + data.beyond['needs-you']);
  const suggestion = $derived(data.view.show === null ? suggest(data.lines, data.now) : null);
</script>

<svelte:head><title>Desk · Vendro</title></svelte:head>
<div class="mx-auto max-w-6xl px-4 pt-6 pb-16">
  <div class="mb-5 flex flex-wrap items-baseline gap-x-4">
    <h1 class="page-title">Desk</h1>
    <p class="text-lg">
      {dayName(data.now, data.zone)}.
      {waiting === 0
        ? 'Nothing needs you now.'
        : waiting === 1
          ? 'One thing needs you now.'
          : `${waiting} things need you now.`}
    </p>
    {#if data.courses.length > 0}<Narrow courses={data.courses} {...data.view} />{/if}
  </div>

  <Invited invitations={data.invitations} />
  {#if suggestion}<Suggested {suggestion} />{/if}
  <Unseen unseen={data.unseen} />

  {#if groups.length === 0}
    <EmptyState>
      {#if !data.studies}
        <h2 class="mb-2 text-xl font-semibold">You are in no course yet</h2>
        <p>
          Ask your teacher for the course's join phrase, three words, and <a class="link" href="/join">write it here</a
          >. Or open the invitation in your mail: its link leads you in.
        </p>
      {:else if data.view.show !== null || data.view.course !== null}
        <h2 class="mb-2 text-xl font-semibold">Nothing of that kind</h2>
        <p><a class="link" href="/desk">Show everything</a></p>
      {:else}
        <h2 class="mb-2 text-xl font-semibold">Nothing is with you</h2>
        <p>When a teacher sets something in one of your courses, it stands here with its due moment.</p>
      {/if}
    </EmptyState>
  {/if}

  {#each groups as [group, lines] (group)}
    {@const more = data.beyond[group]}
    <section class="mb-7" aria-labelledby="group-{group}">
      <div class="mb-1.5 flex flex-wrap items-baseline gap-x-3">
        <h2 id="group-{group}" class="text-xl font-semibold">
          {GROUP_WORDS[group].title} <span class="figures font-normal opacity-75">{lines.length + more}</span>
        </h2>
        <p class="text-sm opacity-80">{GROUP_WORDS[group].about}</p>
      </div>
      {#if group === 'with-teacher' && pause}<p class="mb-2">{pause}</p>{/if}
      <DeskGroupList {group} {lines} order={data.view.order} />
      {#if more > 0}<p class="mt-2"><a class="link" href="/desk/all">{more} more</a></p>{/if}
    </section>
    {#if group === 'needs-you'}<DeskNotices {notices} />{/if}
  {/each}
  {#if !groups.some(([group]) => group === 'needs-you')}
    <DeskNotices {notices} />
  {/if}
  {#if data.studies}
    <p class="flex gap-6">
      <a class="link" href="/desk/settled">Settled work</a><a class="link" href="/desk/all"
        >All open work, on one list</a
      >
    </p>
  {/if}
</div>
