<script lang="ts">
  import DeskRow from '$ui/desk/DeskRow.svelte';

  const { data } = $props();
</script>

<svelte:head><title>All open work · Vendro</title></svelte:head>
<div class="mx-auto max-w-6xl px-4 pt-6 pb-16">
  <p><a class="link" href="/desk">Desk</a></p>
  <h1 class="mb-1 text-3xl font-bold">All open work</h1>
  <p class="mb-4">By due moment. What has no date stands at the end.</p>
  {#if data.lines.length === 0}
    <p class="rounded bg-base-100 p-8">Nothing is open. What your teachers set stands here until it is settled.</p>
  {:else}
    <ul class="divide-y divide-base-300 border-y border-base-300">
      {#each data.lines as line (line.assignmentId)}<DeskRow {line} zone={data.zone} now={data.now} />{/each}
    </ul>
  {/if}
  {#if data.next}
    <p class="mt-4">
      <a class="btn" href="/desk/all?after={data.next.due ?? 'none'}.{data.next.assignmentId}">Later work</a>
    </p>
  {/if}
</div>
