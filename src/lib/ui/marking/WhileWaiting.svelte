<script lang="ts">
  import OnTheClocks from '$ui/time/OnTheClocks.svelte';
  import { meetingState, type Meeting } from '$core/marking/meeting';
  import type { WaitReminder } from '$core/marking/waiting';
  import { act } from '$ui/forms/act';
  import { getNow } from '$ui/time/reader';
  import When from '$ui/time/When.svelte';

  interface Props {
    student: string;
    round: number;
    reminder: WaitReminder | null;
    meeting: Meeting | null;
  }
  /** What passes between the two sides while a round waits: the student's reminder, and a time to meet. */
  const { student, round, reminder, meeting }: Props = $props();
  const now = $derived.by(getNow());
  const state = $derived(meeting && meetingState(meeting, now));
  const key = crypto.randomUUID();
</script>

{#if reminder}
  <section
    class="mb-4 rounded border border-l-4 border-base-300 border-l-accent bg-base-100 p-4"
    aria-labelledby="reminded"
  >
    <h2 id="reminded" class="font-semibold">{student} reminds you of round {round}</h2>
    <p class="text-sm"><When moment={reminder.at} both={false} />, once, after clearly longer than usual.</p>
    {#if reminder.answeredAt !== null}
      <p class="mt-1">
        You said: {#if reminder.until !== null}back by <When moment={reminder.until} both={false} />.{/if}
        {reminder.answer}
      </p>
    {/if}
    <form method="post" action="?/answerReminder" use:act class="mt-2 flex flex-wrap items-end gap-3">
      <input type="hidden" name="round" value={round} />
      <label class="text-sm"
        >It comes back by <OnTheClocks />
        <input class="input block input-sm" type="datetime-local" name="until" />
      </label>
      <label class="grow text-sm"
        >Or a word <input class="input block w-full input-sm" name="answer" maxlength="500" /></label
      >
      <button class="btn btn-sm">{reminder.answeredAt === null ? 'Answer' : 'Say it anew'}</button>
    </form>
  </section>
{/if}
{#if meeting}
  <p class="mb-4 rounded border border-l-4 border-base-300 border-l-accent bg-base-100 p-4" role="status">
    {#if state === 'agreed' && meeting.accepted !== null}{student} comes <When
        moment={meeting.accepted}
        both={false}
      />{#if meeting.place},
        {meeting.place}{/if}.
    {:else if state === 'none-possible'}None of the times you offered is possible for {student}: “{meeting.said}”
    {:else if state === 'past'}The times you offered are past.
    {:else}You asked {student} to come by, and wait for an answer.{/if}
  </p>
{/if}
<details class="mb-4">
  <summary class="cursor-pointer py-1">{meeting ? 'Offer other times to meet' : 'Ask them to come and see you'}</summary
  >
  <form method="post" action="?/meet" use:act class="mt-2 grid max-w-xl gap-3">
    <p class="text-sm">The work stays with you until then. Offer up to three times; {student} takes one.</p>
    <input type="hidden" name="round" value={round} />
    <input type="hidden" name="key" value={key} />
    <p class="text-sm"><OnTheClocks /></p>
    <div class="flex flex-wrap gap-2">
      {#each ['First', 'Second', 'Third'] as name (name)}
        <input class="input input-sm" type="datetime-local" name="offered" aria-label="{name} time" />
      {/each}
    </div>
    <label class="text-sm"
      >Where <input class="input mt-0.5 block w-full input-sm" name="place" maxlength="200" /></label
    >
    <label class="text-sm"
      >What it is about <textarea class="textarea mt-0.5 block w-full" name="words" rows="2" maxlength="2000"
      ></textarea></label
    >
    <button class="btn justify-self-start btn-sm">Offer these times</button>
  </form>
</details>
