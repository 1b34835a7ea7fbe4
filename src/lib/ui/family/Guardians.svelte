<script lang="ts">
  import { absolute } from '$core/time/words';
  import { act } from '$ui/forms/act';
  import Field from '$ui/forms/Field.svelte';
  import OneButton from '$ui/primitives/OneButton.svelte';
  import { getZone } from '$ui/time/reader';

  interface Props {
    guardians: ReadonlyArray<{
      id: string;
      email: string;
      name: string;
      invitedBy: string;
      invitedAt: number;
      confirmedAt: number | null;
      over: boolean;
    }>;
    now: number;
    /** The student, where it is somebody else who invites. */
    studentId?: string;
  }
  /** Who gets a student's weekly summary: invited, confirmed, ended. */
  const { guardians, now, studentId }: Props = $props();
  const zone = getZone();
  const state = (one: Props['guardians'][number]) =>
    one.confirmedAt !== null
      ? `gets the summary since ${absolute(one.confirmedAt, zone(), now)}`
      : one.over
        ? 'did not say yes in time'
        : `invited by ${one.invitedBy}, ${absolute(one.invitedAt, zone(), now)}; has not said yes yet`;
</script>

<section aria-labelledby="guardians" class="rounded bg-base-100 p-4">
  <h2 id="guardians" class="text-xl font-semibold">Who gets the weekly summary</h2>
  <ul class="my-2 divide-y divide-base-300">
    {#each guardians as one (one.id)}
      <li class="flex flex-wrap items-center gap-3 py-2">
        <span class="grow"><b>{one.name || one.email}</b>{one.name ? `, ${one.email}` : ''}: {state(one)}</span>
        <OneButton action="?/end" fields={{ id: one.id }}
          >End it<span class="sr-only"> for {one.name || one.email}</span></OneButton
        >
      </li>
    {:else}<li class="py-2">Nobody yet.</li>{/each}
  </ul>
  <form method="post" action="?/invite" use:act class="flex flex-wrap items-end gap-3">
    {#if studentId}<input type="hidden" name="studentId" value={studentId} />{/if}
    <Field label="Mail address"
      ><input class="input" type="email" name="email" required maxlength="320" autocomplete="off" /></Field
    >
    <Field label="Name" about="if you like"
      ><input class="input" name="name" maxlength="200" autocomplete="off" /></Field
    >
    <button class="btn">Invite to the summary</button>
  </form>
</section>
