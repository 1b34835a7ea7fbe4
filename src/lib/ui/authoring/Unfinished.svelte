<script lang="ts">
  import type { Moment } from '$core/time/moment';
  import { absolute } from '$core/time/words';
  import { getNow, getZone } from '$ui/time/reader';

  interface Props {
    at: Moment;
    /** What was written is on this page; else a link leads to it. */
    shown: boolean;
    /** Words for beginning without it. */
    without: string;
  }
  /** What a teacher wrote here before and did not set. */
  const { at, shown, without }: Props = $props();
  const [zone, now] = [getZone(), getNow()];
</script>

<div class="mb-5 flex flex-wrap items-center gap-3 rounded border-l-4 border-accent bg-base-100 p-3">
  <p>
    {shown
      ? `This is what you had written by ${absolute(at, zone(), now())} and not set yet.`
      : `You had written changes by ${absolute(at, zone(), now())} that were not kept for students.`}
  </p>
  {#if !shown}<a class="btn btn-sm" href="?unfinished" data-sveltekit-reload>Go on with them</a>{/if}
  <!-- The page is loaded whole afterwards: what stands on it is written anew. -->
  <form method="post" action="?/drop">
    <button class="btn btn-ghost btn-sm">{without}</button>
  </form>
</div>
