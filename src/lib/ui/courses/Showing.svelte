<script lang="ts">
  import OnTheClocks from '$ui/time/OnTheClocks.svelte';
  import { getNow } from '$ui/time/reader';
  import { toWallClock } from '$core/time/wall-clock';
  import { absolute } from '$core/time/words';
  import { act } from '$ui/forms/act';

  interface Props {
    kind: 'unit' | 'assignment' | 'material' | 'notice';
    id: string;
    hidden: boolean;
    visibleFrom: number | null;
    courseZone: string;
  }
  /** Whether students see it: now, from a moment on, or not at all. */
  const { kind, id, hidden, visibleFrom, courseZone }: Props = $props();
  const now = $derived.by(getNow());
  const said = $derived(
    hidden
      ? 'Hidden from students'
      : visibleFrom !== null && visibleFrom > now
        ? `Shown from ${absolute(visibleFrom, courseZone, now)}`
        : 'Shown to students'
  );
</script>

<details class="text-sm">
  <summary class="cursor-pointer py-1 underline underline-offset-2">{said}</summary>
  <form method="post" action="?/show" use:act class="flex flex-wrap items-end gap-3 py-2">
    <input type="hidden" name="kind" value={kind} />
    <input type="hidden" name="id" value={id} />
    <label class="flex items-center gap-2"
      ><input type="checkbox" class="checkbox checkbox-sm" name="hidden" checked={hidden} /> Hide it</label
    >
    <label>
      Show it from <OnTheClocks />
      <input
        class="input block input-sm"
        type="datetime-local"
        name="visibleFrom"
        value={visibleFrom === null ? '' : toWallClock(visibleFrom, courseZone)}
      />
    </label>
    <button class="btn btn-sm">Keep</button>
  </form>
</details>
