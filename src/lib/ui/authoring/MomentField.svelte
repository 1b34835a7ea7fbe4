<script lang="ts">
  import { dayNotes, type DatesAround } from '$core/courses/day-notes';
  import type { Moment } from '$core/time/moment';
  import type { QuickMoment } from '$core/time/quick-moments';
  import { fromWallClock, toWallClock } from '$core/time/wall-clock';
  import { getNow } from '$ui/time/reader';

  interface Props {
    label: string;
    moment: Moment | null;
    zone: string;
    /** What else happens on which day; what is told of the day that is chosen. */
    around?: DatesAround | undefined;
    /** Moments that are often meant, one press each. */
    quick?: QuickMoment[];
    problem?: string | undefined;
  }
  /**
   * A moment on the clocks of a zone, by the browser's own picker or by one press. An hour that comes twice, or never, that
   * night is said beside it, and so is what else happens that day.
   */
  let { label, moment = $bindable(), zone, around, quick = [], problem }: Props = $props();

  const id = $props.id();
  const now = getNow();
  let doubt = $state<'repeated' | 'skipped' | null>(null);
  const DOUBTS = {
    repeated: 'The clocks go back that night and this hour comes twice. The first one is meant.',
    skipped: 'The clocks go forward that night and this hour does not come. The hour after it is meant.'
  };
  const notes = $derived(moment === null || !around ? [] : dayNotes(moment, around, zone, now()));

  function changed(event: Event & { currentTarget: HTMLInputElement }) {
    const { value } = event.currentTarget;
    const reading = value === '' ? null : fromWallClock(value, zone);
    moment = reading?.moment ?? null;
    doubt = reading?.doubt ?? null;
  }
</script>

<div class="text-sm">
  <label class="font-medium" for={id}>{label}</label>
  <input
    {id}
    class="input mt-1 w-full text-base"
    type="datetime-local"
    value={moment === null ? '' : toWallClock(moment, zone)}
    onchange={changed}
    aria-describedby="{id}-notes"
  />
  {#if quick.length > 0}
    <div class="mt-1 flex flex-wrap gap-1" role="group" aria-label="{label}: often meant">
      {#each quick as one (one.words)}
        <button
          type="button"
          class="rounded border border-base-300 px-2 py-0.5 hover:bg-base-300 aria-pressed:bg-base-300"
          aria-pressed={moment === one.moment}
          onclick={() => {
            moment = one.moment;
            doubt = null;
          }}>{one.words}</button
        >
      {/each}
    </div>
  {/if}
  <div id="{id}-notes">
    {#if doubt}<p class="mt-1" role="status">{DOUBTS[doubt]}</p>{/if}
    {#each notes as note (note)}<p class="mt-1">{note}</p>{/each}
    {#if problem}<p class="mt-1 font-medium text-error" role="alert">{problem}</p>{/if}
  </div>
</div>
