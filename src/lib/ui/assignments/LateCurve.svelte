<script lang="ts">
  import { getZone, getNow } from '$ui/time/reader';
  import { lateCurve } from '$core/lateness/late-curve';
  import type { LatePolicy } from '$core/lateness/late-policy';
  import { absolute } from '$core/time/words';

  interface Props {
    due: number;
    closes: number | null;
    policy: LatePolicy;
    courseZone: string;
  }
  /** What lateness costs hour by hour: a step for each day that starts, labelled where it stands. */
  const { due, closes, policy, courseZone }: Props = $props();
  const zone = $derived.by(getZone());
  const now = $derived.by(getNow());

  const WIDTH = 260;
  const HEIGHT = 84;
  const curve = $derived(lateCurve(due, closes, courseZone, policy));
  /** A little before it is due, where nothing is lost yet. */
  const begins = $derived(due - (curve.ends - due) * 0.12);
  // Two straight lines: a library of scales would be most of the script of this page's chart.
  const x = (moment: number) => 2 + ((moment - begins) / (curve.ends - begins)) * (WIDTH - 6);
  const y = (kept: number) => HEIGHT - 16 - kept * (HEIGHT - 32);
  /** Level until the next step, then down. */
  const path = $derived(
    curve.steps.reduce((drawn, { from, kept }) => `${drawn}H${x(from)}V${y(kept)}`, `M${x(begins)},${y(1)}`) +
      `H${x(curve.ends)}`
  );
  const percent = (kept: number) => `${Math.round(kept * 100)} %`;
  const last = $derived(curve.steps.at(-1));
  /** Room that a label takes; steps that lie closer to the one before go without. */
  const LABEL = 34;
  const labelled = $derived.by(() => {
    let free = -Infinity;
    return curve.steps.slice(1).filter((step) => {
      if (x(step.from) < free) return false;
      free = x(step.from) + LABEL;
      return true;
    });
  });
</script>

<figure>
  <svg
    viewBox="0 0 {WIDTH} {HEIGHT}"
    class="h-auto w-full max-w-64"
    role="img"
    aria-label="Points kept when late, from 100 % at the due moment to {percent(last?.kept ?? 1)}"
  >
    <line x1="0" x2={WIDTH} y1={y(0)} y2={y(0)} class="stroke-base-300" />
    <path d={path} fill="none" class="stroke-primary" stroke-width="2" />
    {#each labelled as step (step.kept)}
      <text x={x(step.from) + 2} y={y(step.kept) - 3} class="fill-base-content text-[10px]">{percent(step.kept)}</text>
    {/each}
    <text x={x(due)} y={HEIGHT - 4} text-anchor="middle" class="fill-base-content text-[10px]">due</text>
    {#if closes === curve.ends}<text
        x={WIDTH - 4}
        y={HEIGHT - 4}
        text-anchor="end"
        class="fill-base-content text-[10px]">closes</text
      >{/if}
    {#if now > due && now < curve.ends}
      <line x1={x(now)} x2={x(now)} y1="16" y2={y(0)} class="stroke-error" stroke-dasharray="3 2" />
      <text x={x(now) + 3} y={HEIGHT - 4} class="fill-error text-[10px]">now</text>
    {/if}
  </svg>
  <details class="text-sm">
    <summary class="cursor-pointer underline underline-offset-2">As a table</summary>
    <table class="mt-1">
      <thead
        ><tr
          ><th class="pr-4 text-left font-medium" scope="col">From</th><th scope="col" class="font-medium"
            >Points kept</th
          ></tr
        ></thead
      >
      <tbody>
        {#each curve.steps as step (step.kept)}
          <tr
            ><td class="pr-4">{absolute(step.from, zone, now)}</td><td class="figures text-right"
              >{percent(step.kept)}</td
            ></tr
          >
        {/each}
      </tbody>
    </table>
  </details>
</figure>
