<script lang="ts">
  import EmptyState from '$ui/primitives/EmptyState.svelte';
  import FoundList from '$ui/search/FoundList.svelte';

  const { data } = $props();
</script>

<svelte:head><title>Search · Vendro</title></svelte:head>
<div class="mx-auto max-w-4xl px-4 pt-6 pb-16">
  <h1 class="mb-4 page-title">Search</h1>
  <form method="get" class="mb-5 flex gap-3" role="search">
    <input
      class="input grow text-lg"
      name="q"
      type="search"
      value={data.typed}
      aria-label="Search for"
      maxlength="120"
    />
    <button class="btn btn-primary">Search</button>
  </form>
  {#if data.commands.length > 0}
    <ul class="mb-4">
      {#each data.commands as command (command.name)}<li>
          <a class="link" href={command.href}>{command.name}</a>
        </li>{/each}
    </ul>
  {/if}
  {#if data.found.length > 0}<FoundList found={data.found} />
  {:else if data.typed}
    <EmptyState><p>Nothing that you may see is called “{data.typed}”. Try fewer words.</p></EmptyState>
  {/if}
</div>
