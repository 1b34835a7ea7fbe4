<script lang="ts">
  import { meetingState, type Meeting } from '$core/marking/meeting';
  import { absolute } from '$core/time/words';
  import { act } from '$ui/forms/act';
  import { getNow, getZone } from '$ui/time/reader';
  import When from '$ui/time/When.svelte';

  /** A teacher's wish to see the student about a round, and what the student says to it. */
  const { meeting }: { meeting: Meeting } = $props();
  const now = $derived.by(getNow());
  const zone = $derived.by(getZone());
  const state = $derived(meetingState(meeting, now));
  const open = $derived(meeting.offered.filter((moment) => moment > now));
</script>

<div class="mt-3 rounded border border-l-4 border-base-300 border-l-accent bg-base-100 p-4">
  <h3 class="font-semibold">{meeting.by} asks you to come by</h3>
  {#if meeting.words}<p class="max-w-prose whitespace-pre-line">{meeting.words}</p>{/if}
  {#if meeting.place}<p>Where: {meeting.place}</p>{/if}
  {#if state === 'agreed' && meeting.accepted !== null}
    <p class="mt-1 font-semibold">
      You come <When moment={meeting.accepted} />. Your work stays where it is until then.
    </p>
  {:else if state === 'none-possible'}
    <p class="mt-1">You said that none of the times is possible: “{meeting.said}”</p>
  {:else if state === 'past'}
    <p class="mt-1">The times that were offered are past.</p>
  {/if}
  {#if open.length > 0 && state !== 'past'}
    <form method="post" action="?/answerMeeting" use:act class="mt-2 grid gap-2">
      <input type="hidden" name="meeting" value={meeting.id} />
      <fieldset class="grid gap-1">
        <legend class="text-sm">{state === 'agreed' ? 'Or choose another time' : 'Choose a time'}</legend>
        {#each open as moment (moment)}
          <label class="flex items-center gap-2"
            ><input
              type="radio"
              class="radio radio-sm"
              name="accepts"
              value={moment}
              checked={meeting.accepted === moment}
            />{absolute(moment, zone, now)}</label
          >
        {/each}
        <label class="flex items-center gap-2"
          ><input type="radio" class="radio radio-sm" name="accepts" value="none" />None of these: say why</label
        >
      </fieldset>
      <label class="text-sm"
        >A word with it <input
          class="input mt-0.5 w-full input-sm"
          name="said"
          maxlength="500"
          value={meeting.said}
        /></label
      >
      <button class="btn justify-self-start btn-sm">Answer</button>
    </form>
  {/if}
</div>
