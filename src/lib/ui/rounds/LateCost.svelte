<script lang="ts">
  import { countedPoints, pointsText } from '$core/grades/points';
  import type { MarkView } from '$core/packets/views';

  /** What lateness cost, as a line of its own; or that it was not charged, and why. */
  const { mark, given }: { mark: MarkView; given: number } = $props();
  const lost = $derived(given - countedPoints(given, mark.lateKept));
</script>

<p class="figures text-sm">
  {pointsText(given)} given.
  {#if mark.waived}Late, which would have cost {pointsText(lost)}: not charged. {mark.waived}
  {:else}Late: −{pointsText(lost)}, since {Math.round(mark.lateKept * 100)} % of the points count{/if}
</p>
