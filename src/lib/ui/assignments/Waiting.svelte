<script lang="ts">
  import { mayRemind, paceWords, reminderText } from '$core/marking/waiting';
  import { standingRound } from '$core/packets/custody';
  import { span } from '$core/time/words';
  import OneButton from '$ui/primitives/OneButton.svelte';
  import { getOwnWork } from '$ui/packets/own-work.svelte';
  import { getNow } from '$ui/time/reader';
  import When from '$ui/time/When.svelte';
  import MeetingAnswer from './MeetingAnswer.svelte';

  /** What a student knows while the other side has their round: since when, whether it was opened, how long that takes here. */
  const work = getOwnWork();
  const read = getNow();
  const now = $derived(read());
  const { custody, holding, reminders, meetings } = $derived(work.packet);
  const { pace, pauses } = $derived(work.view.guidance);
  const { title, zone } = $derived(work.facts);
  const round = $derived(standingRound(custody));
  const reminder = $derived(reminders.find((one) => one.round === round?.no) ?? null);
  const meeting = $derived(meetings.find((one) => one.round === round?.no) ?? null);
  const since = $derived(custody.since ?? round?.at ?? now);
  const may = $derived(mayRemind({ since, pace, pauses, zone, reminded: reminder !== null }, now));
</script>

{#if round && holding.holder === 'teacher'}
  <section id="waiting" aria-labelledby="waiting-title">
    <h2 id="waiting-title" class="mb-2 text-xl font-semibold">What you wait for</h2>
    <p>
      Round {round.no} waits since <When moment={since} both={false} /> ({span(now - since)}).
      {round.opened ? 'It was opened.' : 'It was not opened yet.'}
      {paceWords(pace) ?? ''}
    </p>
    {#if meeting}<MeetingAnswer {meeting} />{/if}
    {#if reminder}
      <p class="mt-2">
        You reminded <When moment={reminder.at} both={false} />.
        {#if reminder.answeredAt === null}There is no answer yet.{:else}
          <b
            >{#if reminder.until !== null}It comes back by <When moment={reminder.until} both={false} />.{/if}
            {reminder.answer}</b
          >
        {/if}
      </p>
    {:else if may}
      <p class="mt-2">That is clearly longer than usual. You can send one reminder; it says:</p>
      <blockquote class="my-2 border-l-4 border-base-300 pl-3">{reminderText(title, round.no, now - since)}</blockquote>
      <OneButton action="?/remind">Send this reminder</OneButton>
    {/if}
  </section>
{/if}
