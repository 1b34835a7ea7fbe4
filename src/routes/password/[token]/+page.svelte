<script lang="ts">
  import NewPassword from '$ui/people/NewPassword.svelte';
  import Answered from '$ui/primitives/Answered.svelte';
  import { absolute } from '$core/time/words';

  const { data, form } = $props();
</script>

<svelte:head><title>Choose your password · Vendro</title></svelte:head>
<div class="mx-auto max-w-md px-4 py-12">
  <h1 class="mb-2 page-title">Choose your password</h1>
  <Answered {form} />
  {#if data.link}
    <p class="mb-4">
      For the account <b>{data.link.handle}</b> of {data.link.name}. This link works once, until {absolute(
        data.link.until,
        data.zone,
        data.now
      )} ({data.zone}).
    </p>
    <form method="post" class="grid gap-4 rounded border border-base-300 bg-base-100 p-6">
      <input type="hidden" name="username" value={data.link.handle} autocomplete="username" />
      <NewPassword />
      <button class="btn justify-self-start btn-primary">Keep this password</button>
    </form>
  {:else}
    <p>
      This link does not work: it was used, a newer one was made, or its time is over. <a
        class="link"
        href="/password/lost">Ask for a new one</a
      >, or ask your school’s office.
    </p>
  {/if}
</div>
