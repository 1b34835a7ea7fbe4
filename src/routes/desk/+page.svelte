<script lang="ts">
  import { arrangeDesk } from '$core/packets/desk';
  import { dayName } from '$core/time/words';
  import DeskRow from '$ui/desk/DeskRow.svelte';
  import { GROUP_WORDS } from '$ui/desk/groups';

  const { data } = $props();
  const groups = $derived([...arrangeDesk(data.lines, data.now)].filter(([, lines]) => lines.length > 0));
  const waiting = $derived(groups.find(([group]) => group === 'needs-you')?.[1].length ?? 0);
</script>

<svelte:head><title>Desk · Vendro</title></svelte:head>
<div class="mx-auto max-w-6xl px-4 pt-6 pb-16">
  <div class="mb-5 flex flex-wrap items-baseline gap-x-4">
    <h1 class="text-3xl font-bold">Desk</h1>
    <p class="text-lg">
      {dayName(data.now, data.zone)}.
      {waiting === 0
        ? 'Nothing needs you now.'
        : waiting === 1
          ? 'One thing needs you now.'
          : `${waiting} things need you now.`}
    </p>
  </div>

  {#if data.lines.length === 0}
    <div class="rounded bg-base-100 p-8">
      {#if data.studies}
        <h2 class="mb-2 text-xl font-semibold">Nothing has been set yet</h2>
        <p>When a teacher sets something in one of your courses, it stands here with its due moment.</p>
      {:else}
        <h2 class="mb-2 text-xl font-semibold">You are in no course yet</h2>
        <p>Your school lets you into your courses. Ask your teacher or the school office, then reload this page.</p>
      {/if}
    </div>
  {/if}

  {#each groups as [group, lines] (group)}
    <section class="mb-7" aria-labelledby="group-{group}">
      <div class="mb-1.5 flex flex-wrap items-baseline gap-x-3">
        <h2 id="group-{group}" class="text-xl font-semibold">
          {GROUP_WORDS[group].title} <span class="figures font-normal opacity-75">{lines.length}</span>
        </h2>
        <p class="text-sm opacity-80">{GROUP_WORDS[group].about}</p>
      </div>
      <ul class="divide-y divide-base-300 border-y border-base-300">
        {#each lines as line (line.assignmentId)}<DeskRow {line} zone={data.zone} now={data.now} />{/each}
      </ul>
      {#if group === 'settled' && data.moreSettled}
        <p class="mt-2"><a class="link" href="/desk/settled">All settled work</a></p>
      {/if}
    </section>
  {/each}
</div>
