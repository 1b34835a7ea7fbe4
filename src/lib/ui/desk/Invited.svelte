<script lang="ts">
  import OneButton from '$ui/primitives/OneButton.svelte';
  import type { PendingInvitation } from '$core/courses/views';
  import Emblem from '$ui/courses/Emblem.svelte';
  import When from '$ui/time/When.svelte';

  interface Props {
    invitations: PendingInvitation[];
  }
  /** Invitations that wait for this person's answer. */
  const { invitations }: Props = $props();
</script>

{#each invitations as invitation (invitation.id)}
  <section class="mb-4 flex flex-wrap items-center gap-4 rounded border-l-4 border-accent bg-base-100 p-4">
    <Emblem emblem={invitation.emblem} />
    <p class="grow">
      {invitation.by} invites you {invitation.role === 'teacher' ? 'to teach' : 'to'} <b>{invitation.courseTitle}</b>.
      <span class="block text-sm opacity-80">Open until <When moment={invitation.expires} /></span>
    </p>
    <OneButton action="/join?/accept" fields={{ invitationId: invitation.id }} class="btn btn-primary">Join</OneButton>
  </section>
{/each}
