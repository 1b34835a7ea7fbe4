<script lang="ts">
  import EmptyState from '$ui/primitives/EmptyState.svelte';
  import { roundTimeliness } from '$core/packets/due';
  import { absolute } from '$core/time/words';
  import { span } from '$core/time/words';
  import UndoReturn from '$ui/marking/UndoReturn.svelte';
  import { markingHref } from '../shared/marking-run';
  import Emblem from '$ui/courses/Emblem.svelte';

  const { data } = $props();
  function stateOf(round: (typeof data.rounds)[number]) {
    if (round.askedBack) return 'Asked back by the student';
    if (round.reminded) return 'The student reminds you';
    if (round.revising) return 'The student revises it';
    if (round.begun) return 'Marking begun';
    return round.opened ? 'Opened' : 'Not opened yet';
  }
  const all = $derived(data.heaps.reduce((sum, { waiting }) => sum + waiting, 0));
</script>

<svelte:head><title>Marking · Vendro</title></svelte:head>
<div class="mx-auto max-w-6xl px-4 pt-6 pb-16">
  <h1 class="page-title">Marking</h1>
  {#if data.undoable}{#key data.undoable.packetId}<UndoReturn returned={data.undoable} />{/key}{/if}
  <p class="mb-4 text-lg">
    {data.rounds.length === 0 ? 'Nothing waits for you.' : 'With you now, the longest wait first.'}
  </p>
  {#if data.rounds.length === 0}
    <EmptyState><p>When a student submits, the round stands here until you return it.</p></EmptyState>
  {:else}
    {#if data.heaps.length > 1}
      <nav class="mb-3 flex flex-wrap gap-1" aria-label="Which work">
        <a
          class="btn btn-sm aria-[current]:btn-neutral"
          href="/marking"
          aria-current={data.of === null ? 'true' : undefined}>All <span class="figures opacity-85">{all}</span></a
        >
        {#each data.heaps as heap (heap.assignmentId)}
          <a
            class="btn max-w-full btn-sm aria-[current]:btn-neutral"
            href={markingHref(null, { of: heap.assignmentId, returned: null })}
            aria-current={data.of === heap.assignmentId ? 'true' : undefined}
            title={heap.courseTitle}
            ><span class="truncate">{heap.title}</span> <span class="figures opacity-85">{heap.waiting}</span></a
          >
        {/each}
      </nav>
    {/if}
    <ul class="divide-y divide-base-300 border-y border-base-300">
      {#each data.rounds as round (round.packetId)}
        {@const timely = roundTimeliness(round.lateSeconds, round.since)}
        <li class="bg-base-100">
          <a
            href={markingHref(round.packetId, { of: data.of, returned: null })}
            data-sveltekit-preload-data="off"
            class="grid grid-cols-[2rem_1fr] gap-x-3 px-3 py-2.5 hover:bg-base-200/60 md:grid-cols-[2rem_13rem_minmax(0,1fr)_9rem_13rem] md:items-center"
          >
            <Emblem emblem={round.emblem} />
            <span class="font-semibold">{round.student}</span>
            <span class="col-start-2 md:col-start-auto"
              ><span class="block">{round.title}</span><span class="text-sm opacity-80">{round.courseTitle}</span></span
            >
            <span class="col-start-2 text-sm md:col-start-auto"
              >{round.stage ? `At “${round.stage}”` : `Round ${round.round}`}<span class="block">{stateOf(round)}</span
              ></span
            >
            <span class="col-start-2 text-sm md:col-start-auto md:text-right">
              <span class="block font-semibold">Waiting {span(data.now - round.since)}</span>
              <time datetime={new Date(round.since).toISOString()}>{absolute(round.since, data.zone, data.now)}</time>
              {#if round.lateSeconds > 0}<span class="block">{timely.words}</span>{/if}
            </span>
          </a>
        </li>
      {/each}
    </ul>
  {/if}
  <p class="mt-4 flex gap-3">
    {#if data.later}<a class="btn" href="/marking">Back to the longest wait</a>{/if}
    {#if data.next}<a
        class="btn"
        href="/marking?after={data.next.since}.{data.next.packetId}{data.of === null ? '' : `&of=${data.of}`}"
        >What came after these</a
      >{/if}
  </p>

  {#if data.takenBack.length > 0}
    <h2 class="mt-10 mb-2 text-xl font-semibold">Taken back, and not with you</h2>
    <ul class="divide-y divide-base-300 border-y border-base-300">
      {#each data.takenBack as one (one.packetId)}
        <li class="flex flex-wrap gap-x-4 gap-y-1 bg-base-100 px-3 py-2">
          <a class="link font-semibold" href={markingHref(one.packetId, { of: null, returned: null })}>{one.student}</a>
          <span>{one.title}</span>
          <span class="text-sm md:ml-auto">
            {span(data.now - one.since)} ago{#if one.due !== null}, {one.returns ? 'stands again by itself' : 'due'}
              {absolute(one.due, data.zone, data.now)}{/if}
          </span>
        </li>
      {/each}
    </ul>
  {/if}

  {#if data.set.length > 0}
    <h2 class="mt-10 mb-2 text-xl font-semibold">What you have set</h2>
    <ul class="divide-y divide-base-300 border-y border-base-300">
      {#each data.set as line (line.assignmentId)}
        <li class="bg-base-100">
          <a
            href="/assignments/{line.assignmentId}"
            class="grid grid-cols-[2rem_1fr] gap-x-3 px-3 py-2 hover:bg-base-200/60 md:grid-cols-[2rem_minmax(0,1fr)_14rem_13rem] md:items-center"
          >
            <Emblem emblem={line.emblem} />
            <span
              ><span class="block font-semibold">{line.title}</span><span class="text-sm opacity-80"
                >{line.courseTitle}</span
              ></span
            >
            <span class="col-start-2 text-sm md:col-start-auto"
              >{line.due === null ? 'No due date' : `Due ${absolute(line.due, data.zone, data.now)}`}</span
            >
            <span class="figures col-start-2 text-sm md:col-start-auto md:text-right"
              >{line.withTeacher} with you, {line.settled} of {line.students} settled</span
            >
          </a>
        </li>
      {/each}
    </ul>
  {/if}
</div>
