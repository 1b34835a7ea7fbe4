<script lang="ts">
  import DeskRow from '$ui/desk/DeskRow.svelte';

  const { data } = $props();
</script>

<svelte:head><title>Settled work · Vendro</title></svelte:head>
<div class="mx-auto max-w-6xl px-4 pt-6 pb-16">
  <p><a class="link" href="/desk">Desk</a></p>
  <h1 class="mb-4 text-3xl font-bold">Settled work</h1>
  {#if data.lines.length === 0}
    <p class="rounded bg-base-100 p-8">
      Nothing is settled yet. What your teachers return, and what you declare done, stands here.
    </p>
  {:else}
    <ul class="divide-y divide-base-300 border-y border-base-300">
      {#each data.lines as line (line.assignmentId)}<DeskRow {line} zone={data.zone} now={data.now} />{/each}
    </ul>
  {/if}
  {#if data.next}
    <p class="mt-4">
      <a class="btn" href="/desk/settled?after={data.next.since}.{data.next.assignmentId}">Earlier work</a>
    </p>
  {/if}
</div>
