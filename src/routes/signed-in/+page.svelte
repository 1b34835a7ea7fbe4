<script lang="ts">
  import OneButton from '$ui/primitives/OneButton.svelte';
  import { act } from '$ui/forms/act';
  import Field from '$ui/forms/Field.svelte';
  import NewPassword from '$ui/people/NewPassword.svelte';
  import Answered from '$ui/primitives/Answered.svelte';
  import { sizeText } from '$core/materials/size-text';
  import When from '$ui/time/When.svelte';

  const { data, form } = $props();
</script>

<svelte:head><title>Where you are signed in · Vendro</title></svelte:head>
<div class="mx-auto max-w-3xl px-4 pt-6 pb-16">
  <h1 class="mb-1 page-title">Where you are signed in</h1>
  <Answered {form} />
  <p class="mb-5">If you do not know one of these, sign it out here and tell your school office.</p>
  <ul class="divide-y divide-base-300 border-y border-base-300 bg-base-100">
    {#each data.sessions as session (session.id)}
      <li class="flex flex-wrap items-center gap-x-4 gap-y-1 px-3 py-2.5">
        <div class="min-w-0 grow">
          <p class="truncate font-semibold">{session.here ? 'Here' : session.agent || 'A browser that does not say'}</p>
          <p class="text-sm opacity-85">
            Since <When moment={session.since} both={false} />, last used
            <When moment={session.seen} />
          </p>
        </div>
        {#if !session.here}
          <OneButton action="?/end" fields={{ id: session.id }}>Sign out there</OneButton>
        {/if}
      </li>
    {/each}
  </ul>
  {#if data.sessions.length > 1}
    <form method="post" action="?/end" use:act class="mt-4">
      <button class="btn">Sign out everywhere but here</button>
    </form>
  {/if}
  <section class="mt-10 rounded bg-base-100 p-4" id="own" aria-labelledby="own-title">
    <h2 id="own-title" class="text-xl font-semibold">Everything of yours, to take along</h2>
    <p class="my-2 max-w-prose text-sm">
      One ZIP with all that you submitted and keep on your Shelf, your receipts, and marks, remarks, conversations and
      sessions as tables (CSV) and as JSON. It is made behind this page, and can be fetched for a week.
    </p>
    <ul class="mb-2">
      {#each data.own as one (one.id)}
        <li>
          Asked for <When moment={one.askedAt} both={false} />:
          {#if one.madeAt !== null}<a class="link" href="/files/own/{one.id}" download>fetch it</a> ({sizeText(
              one.size ?? 0
            )})
          {:else if one.failed}it could not be put together. Ask again; if that does not help, tell your school’s
            office.
          {:else}it is being put together.{/if}
        </li>
      {/each}
    </ul>
    <OneButton action="?/own" class="btn">Put it together</OneButton>
    <p class="mt-3 text-sm">
      <a class="link" href="/family">Family and who supports you</a> ·
      <a class="link" href="/plan/reminders">Reminders</a>
    </p>
  </section>
  <section class="mt-10 rounded bg-base-100 p-4" aria-labelledby="password">
    <h2 id="password" class="text-xl font-semibold">Change your password</h2>
    <p class="mb-3 text-sm">You are signed out everywhere else then.</p>
    <form method="post" action="?/password" use:act class="grid max-w-md gap-4">
      <Field label="Present password"
        ><input
          class="input w-full"
          type="password"
          name="old"
          required
          maxlength="200"
          autocomplete="current-password"
        /></Field
      >
      <NewPassword />
      <button class="btn justify-self-start">Change it</button>
    </form>
  </section>
</div>
