<script lang="ts">
  import { enhance } from '$app/forms';
  import type { SubmitFunction } from '@sveltejs/kit';
  import Message from '$ui/primitives/Message.svelte';

  const { data, form } = $props();
  let submitting = $state(false);
  /** What was typed stays, but for the password. */
  const signIn: SubmitFunction = () => {
    submitting = true;
    return async ({ update }) => {
      await update({ reset: false });
      submitting = false;
      password = '';
    };
  };
  let password = $state('');
  // Bound, so that what is typed before the scripts have come is not taken away by them.
  let handle = $state((() => form?.given?.handle ?? '')());
</script>

<svelte:head><title>Sign in · Vendro</title></svelte:head>
<div class="mx-auto grid max-w-5xl gap-10 px-4 py-12 md:grid-cols-[1fr_22rem]">
  <section>
    <svg
      class="mb-6 h-12 w-28 text-primary"
      viewBox="0 0 36 16"
      fill="none"
      stroke="currentColor"
      stroke-width="1.6"
      aria-hidden="true"
    >
      <circle cx="7" cy="8" r="5" fill="currentColor" /><path d="M12 8H24M16.5 5L20 8L16.5 11" /><circle
        cx="29"
        cy="8"
        r="5"
      />
    </svg>
    <h1 class="text-4xl leading-tight font-bold">Know who holds your work.</h1>
    <p class="mt-4 max-w-prose text-lg">
      Vendro takes an assignment from the day it is set to the day it is settled. At any moment it says where your work
      is: with you, or with your teacher.
    </p>
    {#if data.demo}
      <h2 class="mt-10 text-lg font-semibold">This is the demo of Skerrow Upper School</h2>
      <p class="mt-1">
        Everyone in it is invented. Press a name to come in as that person. The password of each account is <code
          class="rounded bg-base-300 px-1">{data.demo.password}</code
        >
      </p>
      <ul class="mt-3 grid gap-x-6 sm:grid-cols-2">
        {#each data.demo.accounts as account (account.handle)}
          <li>
            <form method="post" use:enhance={signIn}>
              <input type="hidden" name="handle" value={account.handle} />
              <input type="hidden" name="password" value={data.demo.password} />
              <button class="w-full rounded py-1.5 text-left hover:bg-base-300" disabled={submitting}>
                <strong>{account.handle}</strong>
                <span class="block text-sm opacity-80">{account.name}, {account.about}</span>
              </button>
            </form>
          </li>
        {/each}
      </ul>
    {/if}
  </section>

  <form
    method="post"
    use:enhance={signIn}
    class="self-start rounded border border-base-300 bg-base-100 p-6"
    aria-labelledby="sign-in"
  >
    <h2 id="sign-in" class="mb-4 text-xl font-semibold">Sign in</h2>
    {#if form?.problem}<Message kind="problem">{form.problem}</Message>
    {:else if data.chosen}<Message kind="done">Your password is kept. Sign in with it.</Message>{/if}
    <label class="mb-1 block font-medium" for="handle">Account name</label>
    <input
      id="handle"
      name="handle"
      class="input w-full"
      autocomplete="username"
      autocapitalize="none"
      spellcheck="false"
      maxlength="64"
      required
      bind:value={handle}
      aria-invalid={form?.problems?.handle ? 'true' : undefined}
      aria-describedby={form?.problems?.handle ? 'handle-problem' : undefined}
    />
    {#if form?.problems?.handle}<p id="handle-problem" class="mt-1 text-error">{form.problems.handle}</p>{/if}
    <label class="mt-4 mb-1 block font-medium" for="password">Password</label>
    <input
      id="password"
      name="password"
      type="password"
      class="input w-full"
      autocomplete="current-password"
      required
      bind:value={password}
      aria-invalid={form?.problems?.password ? 'true' : undefined}
      aria-describedby={form?.problems?.password ? 'password-problem' : undefined}
    />
    {#if form?.problems?.password}<p id="password-problem" class="mt-1 text-error">{form.problems.password}</p>{/if}
    <button class="btn mt-6 w-full btn-primary" disabled={submitting}>Sign in</button>
    <p class="mt-4 text-sm"><a class="link" href="/password/lost">I have lost my password</a></p>
  </form>
</div>
