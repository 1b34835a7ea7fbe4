<script lang="ts">
  import { act } from '$ui/forms/act';
  import Message from '$ui/primitives/Message.svelte';

  const { data, form } = $props();
</script>

<svelte:head><title>No more of these mails · Vendro</title></svelte:head>
<div class="mx-auto max-w-2xl px-4 pt-10 pb-16">
  <h1 class="mb-3 page-title">No more of these mails</h1>
  {#if form && 'done' in form}
    <Message kind="done">Ended. No further mail of this kind comes to this address.</Message>
  {:else}
    <p class="mb-2">No longer by mail:</p>
    <ul class="mb-4 list-disc pl-6">
      {#each data.names as name (name)}<li>{name}</li>{/each}
    </ul>
    <form method="post" use:act>
      <input type="hidden" name="List-Unsubscribe" value="One-Click" />
      <button class="btn btn-primary">End these mails</button>
    </form>
  {/if}
  <p class="mt-6 max-w-prose text-sm">
    With an account here you can choose all of it under <a class="link" href="/tidings/mail">What comes by mail</a>.
    What is told still stands under Tidings.
  </p>
</div>
