<script lang="ts">
  import type { AssignmentDraft } from '$core/assignments/draft';
  import { usualHour, type DatesAround } from '$core/courses/day-notes';
  import { quickDueMoments, quickLaterMoments } from '$core/time/quick-moments';
  import { getNow } from '$ui/time/reader';
  import MomentField from './MomentField.svelte';

  interface Props {
    draft: AssignmentDraft;
    zone: string;
    around: DatesAround;
    problems: Record<string, string>;
  }
  /** All moments of an assignment. The due moment comes first, since the others are said by it. */
  const { draft, zone, around, problems }: Props = $props();
  const now = getNow();
  // The choices stay where they are while somebody reads them.
  const due = $derived(quickDueMoments(now(), usualHour(around.due, zone), zone));
  const later = $derived(draft.due === null ? [] : quickLaterMoments(draft.due, zone));
</script>

<fieldset class="grid gap-4 rounded border border-base-300 p-4 sm:grid-cols-2">
  <legend class="px-1 font-semibold">Dates, on the clocks of {zone}</legend>
  <MomentField label="Due" bind:moment={draft.due} {zone} {around} quick={due} problem={problems.due} />
  <MomentField label="Closes for good" bind:moment={draft.closes} {zone} quick={later} problem={problems.closes} />
  <MomentField label="Opens" bind:moment={draft.opens} {zone} problem={problems.opens} />
  <MomentField label="To be passed by" bind:moment={draft.passBy} {zone} quick={later} problem={problems.passBy} />
  <MomentField label="Students see it from" bind:moment={draft.visibleFrom} {zone} problem={problems.visibleFrom} />
  <label class="flex items-center gap-2 self-end pb-2">
    <input
      type="checkbox"
      class="checkbox"
      checked={!draft.published}
      onchange={(event) => (draft.published = !event.currentTarget.checked)}
    />
    Keep it back: students do not see it
  </label>
</fieldset>
