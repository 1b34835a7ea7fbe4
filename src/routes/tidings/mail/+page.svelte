<script lang="ts">
  import { act } from '$ui/forms/act';
  import Message from '$ui/primitives/Message.svelte';

  const { data, form } = $props();
</script>

<svelte:head><title>What comes by mail · Vendro</title></svelte:head>
<div class="mx-auto max-w-2xl px-4 pt-6 pb-16">
  <p class="mb-3 text-sm"><a class="link" href="/tidings">Tidings</a></p>
  <h1 class="mb-2 page-title">What comes by mail</h1>
  <p class="mb-5">Everything stands under Tidings. Of these you also get a mail, once for each.</p>
  {#if form && 'done' in form}<Message kind="done">Kept.</Message>{/if}
  <form method="post" action="?/keep" use:act class="grid gap-1">
    {#each data.kinds as { kind, name, wanted } (kind)}
      <label class="flex items-center gap-3 py-1.5"
        ><input type="checkbox" class="checkbox" name="kind" value={kind} checked={wanted} /> {name}</label
      >
    {/each}
    <button class="btn mt-3 justify-self-start btn-primary">Keep</button>
  </form>
</div>
