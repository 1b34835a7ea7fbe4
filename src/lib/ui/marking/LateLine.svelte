<script lang="ts">
  import { countedPoints, pointsText } from '$core/grades/points';

  interface Props {
    late: { words: string; kept: number };
    points: number | null;
    values: { waived: string };
    error: string | undefined;
  }
  /** What lateness costs, as a line of its own; it need not be charged, with a reason that the student reads. */
  let { late, points, values = $bindable(), error }: Props = $props();
  let waive = $state(values.waived !== '');
  const lost = $derived(points === null ? null : points - countedPoints(points, late.kept));
</script>

<div class="mt-3 border-l-4 border-accent pl-3 text-sm">
  <p class="figures">
    {late.words}: {Math.round(late.kept * 100)} % of the points count{#if lost !== null && points !== null && !waive}, −{pointsText(
        lost
      )} makes <b>{pointsText(countedPoints(points, late.kept))}</b>{/if}
  </p>
  <label class="mt-1 flex items-center gap-2">
    <input type="checkbox" class="checkbox checkbox-sm" name="waive" bind:checked={waive} /> Do not charge it
  </label>
  {#if waive}
    <label class="mt-1 block"
      >Why, as the student reads it
      <input class="input mt-0.5 w-full input-sm" name="waived" maxlength="500" required bind:value={values.waived} />
    </label>
  {/if}
  {#if error}<p class="mt-1 text-error">{error}</p>{/if}
</div>
