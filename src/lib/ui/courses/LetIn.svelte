<script lang="ts">
  import OneButton from '$ui/primitives/OneButton.svelte';
  import type { SentInvitation } from '$core/courses/views';
  import { act } from '$ui/forms/act';
  import Field from '$ui/forms/Field.svelte';
  import When from '$ui/time/When.svelte';

  interface Props {
    phrase: string | null;
    invitations: SentInvitation[];
    courseZone: string;
  }
  /** How people get into a course: its phrase, and invitations. For its teachers. */
  const { phrase, invitations }: Props = $props();
  const STATES = { pending: 'Waiting', accepted: 'Accepted', withdrawn: 'Withdrawn', over: 'Over' };
</script>

<div class="mb-8 grid gap-6 rounded bg-base-100 p-5 md:grid-cols-2">
  <section aria-labelledby="phrase">
    <h2 id="phrase" class="text-lg font-semibold">The join phrase</h2>
    {#if phrase}
      <p class="my-2 font-display text-2xl">{phrase}</p>
      <p class="mb-3 text-sm">
        Say it in class. Whoever has an account here and writes these three words is in the course.
      </p>
    {:else}
      <p class="my-2">Joining by phrase is closed.</p>
    {/if}
    <div class="flex gap-3">
      <OneButton action="?/phrase" fields={{ to: 'new' }}
        >{phrase ? 'Change the phrase' : 'Open it with a new phrase'}</OneButton
      >
      {#if phrase}
        <OneButton action="?/phrase" fields={{ to: 'closed' }}>Close it</OneButton>
      {/if}
    </div>
  </section>
  <section aria-labelledby="invite">
    <h2 id="invite" class="text-lg font-semibold">Invite by mail</h2>
    <form method="post" action="?/invite" use:act class="mt-2 grid gap-3">
      <Field label="Addresses" about="Several with spaces or commas between them">
        <textarea class="textarea h-20 w-full" name="emails" required></textarea>
      </Field>
      <div class="flex flex-wrap items-end gap-3">
        <Field label="As">
          <select class="select" name="role"
            ><option value="student">Student</option><option value="teacher">Teacher</option></select
          >
        </Field>
        <button class="btn">Invite</button>
      </div>
    </form>
  </section>
  {#if invitations.length > 0}
    <section class="md:col-span-2" aria-labelledby="sent">
      <h2 id="sent" class="mb-1 text-lg font-semibold">Invitations</h2>
      <ul class="divide-y divide-base-300 text-sm">
        {#each invitations as one (one.id)}
          <li class="flex flex-wrap items-center gap-x-4 gap-y-1 py-1.5">
            <span class="min-w-56 font-medium">{one.email}</span>
            <span>{STATES[one.state]}{one.acceptedBy ? ` by ${one.acceptedBy}` : ''}</span>
            {#if one.undelivered && one.state === 'pending'}
              <span class="w-full font-medium wrap-anywhere text-error"
                >The mail could not be delivered: {one.undelivered}. Check the address, or tell them yourself.</span
              >
            {/if}
            {#if one.state === 'pending'}
              <span>until <When moment={one.expires} both={false} /></span>
              <form method="post" action="?/withdraw" use:act class="ml-auto">
                <input type="hidden" name="id" value={one.id} /><button class="link">Withdraw</button>
              </form>
            {/if}
          </li>
        {/each}
      </ul>
    </section>
  {/if}
</div>
