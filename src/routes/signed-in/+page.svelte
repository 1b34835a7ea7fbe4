<script lang="ts">
  import OneButton from '$ui/primitives/OneButton.svelte';
  import { act } from '$ui/forms/act';
  import Field from '$ui/forms/Field.svelte';
  import NewPassword from '$ui/people/NewPassword.svelte';
  import Answered from '$ui/primitives/Answered.svelte';
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
