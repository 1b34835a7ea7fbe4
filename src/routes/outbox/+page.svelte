<script lang="ts">
  import EmptyState from '$ui/primitives/EmptyState.svelte';
  import When from '$ui/time/When.svelte';

  const { data } = $props();
  /** Addresses of our own in a mail can be followed, as in a mail program. */
  const parts = (body: string) => body.split(/(https?:\/\/\S+)/);
</script>

<svelte:head><title>Outbox · Vendro</title></svelte:head>
<div class="mx-auto max-w-4xl px-4 pt-6 pb-16">
  <h1 class="page-title">Outbox</h1>
  <p class="mb-5">
    A stand-in for a mail server: what the demo school would have sent {data.all ? 'to everybody' : 'to you'}. Nothing
    leaves this machine.
  </p>
  {#if data.mails.length === 0}<EmptyState><p>No mail was sent yet.</p></EmptyState>{/if}
  <ul class="grid gap-3">
    {#each data.mails as mail (mail.id)}
      <li class="rounded bg-base-100 p-4">
        <div class="flex flex-wrap items-baseline gap-x-4">
          <h2 class="text-lg font-semibold">{mail.subject}</h2>
          <span class="text-sm">to {mail.to}, <When moment={mail.at} /></span>
          <a class="ml-auto link text-sm" href="/outbox/{mail.id}" download>As .eml</a>
        </div>
        <p class="mt-2 text-sm wrap-anywhere whitespace-pre-wrap">
          {#each parts(mail.body) as part, i (i)}{#if i % 2 === 1}<a class="link" href={part}>{part}</a
              >{:else}{part}{/if}{/each}
        </p>
      </li>
    {/each}
  </ul>
</div>
