<script lang="ts">
  import OnTheClocks from '$ui/time/OnTheClocks.svelte';
  import { toWallClock } from '$core/time/wall-clock';
  import { act } from '$ui/forms/act';

  interface Props {
    /** Null for a new one. */
    unitId: string | null;
    title: string;
    starts: number | null;
    courseZone: string;
    word: string;
  }
  const { unitId, title, starts, courseZone, word }: Props = $props();
</script>

<form method="post" action={unitId ? '?/changeUnit' : '?/addUnit'} use:act class="flex flex-wrap items-end gap-3">
  {#if unitId}<input type="hidden" name="unitId" value={unitId} />{/if}
  <label class="text-sm">
    {unitId ? 'Name' : `New ${word.toLowerCase()}`}
    <input class="input block input-sm" name="title" value={title} required maxlength="200" />
  </label>
  <label class="text-sm">
    Starts <OnTheClocks />
    <input
      class="input block input-sm"
      type="datetime-local"
      name="starts"
      value={starts === null ? '' : toWallClock(starts, courseZone)}
    />
  </label>
  <button class="btn btn-sm">{unitId ? 'Keep' : 'Add'}</button>
</form>
