<script lang="ts">
  import { joinRefusalWords } from '$core/courses/join-phrase';
  import { page } from '$app/state';
  import Emblem from '$ui/courses/Emblem.svelte';
  import Answered from '$ui/primitives/Answered.svelte';
  import Message from '$ui/primitives/Message.svelte';
  import When from '$ui/time/When.svelte';

  const { data, form } = $props();
  const invitation = $derived(data.invitation);
</script>

<svelte:head><title>Invitation · Vendro</title></svelte:head>
<div class="mx-auto max-w-xl px-4 pt-8 pb-16">
  {#if !invitation}
    <h1 class="mb-3 page-title">This invitation is not known</h1>
    <p>{joinRefusalWords('invitation-unknown')}</p>
  {:else}
    <div class="mb-4 flex items-center gap-4">
      <Emblem emblem={invitation.emblem} large />
      <h1 class="page-title">{invitation.courseTitle}</h1>
    </div>
    <Answered {form} />
    {#if invitation.problem === 'invitation-for-another'}
      <Message kind="problem">
        This invitation is for <b class="wrap-anywhere">{invitation.email}</b>. You are signed in as {data.person
          ?.name},
        <b class="wrap-anywhere">{invitation.yours}</b>. Sign out and sign in as the one it is for, or ask {invitation.by}
        for an invitation of your own.
      </Message>
      <form method="post" action="/sign-out?to={encodeURIComponent(page.url.pathname)}" data-sveltekit-reload>
        <button class="btn">Sign in as someone else</button>
      </form>
    {:else if invitation.problem === 'invitation-used'}
      <p>{joinRefusalWords('invitation-used')} <a class="link" href="/courses">Your courses</a></p>
    {:else if invitation.problem}
      <p>{joinRefusalWords(invitation.problem)}</p>
    {:else}
      <p class="mb-4">
        {invitation.by} invites you{invitation.role === 'teacher' ? ' as a teacher' : ''}. The invitation is over
        <When moment={invitation.expires} />.
      </p>
      <form method="post"><button class="btn btn-primary">Join {invitation.courseTitle}</button></form>
    {/if}
  {/if}
</div>
