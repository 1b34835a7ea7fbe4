<script lang="ts">
  import { extent } from 'd3-array';
  import { scaleLinear } from 'd3-scale';
  import { line as path } from 'd3-shape';
  import type { GradePoint } from '$core/grades/over-time';
  import { absolute } from '$core/time/words';
  import { getNow, getZone } from '$ui/time/reader';

  /** How the course's result came to be, return by return, with the last ones labelled. The table behind it says the same. */
  const { points }: { points: readonly GradePoint[] } = $props();
  const zone = getZone();
  const now = $derived.by(getNow());
  const [W, H, M] = [640, 220, 28];
  const [from, to] = $derived(extent(points, ({ at }) => at));
  const x = $derived(scaleLinear([from ?? 0, to === from ? (to ?? 0) + 1 : (to ?? 1)], [M + 6, W - 150]));
  const low = $derived(Math.max(0, Math.floor((Math.min(...points.map(({ percent }) => percent)) - 5) / 10) * 10));
  const high = $derived(Math.max(100, ...points.map(({ percent }) => percent)));
  const y = $derived(scaleLinear([low, high], [H - M, 14]));
  const d = $derived(
    path<GradePoint>()
      .x(({ at }) => x(at))
      .y(({ percent }) => y(percent))(points) ?? ''
  );
  /** Labels that would lie on each other are left to the table. */
  const labelled = $derived.by(() => {
    const free: GradePoint[] = [];
    for (const point of points.toReversed())
      if (free.every((other) => Math.abs(y(other.percent) - y(point.percent)) > 14 || x(other.at) - x(point.at) > 150))
        free.push(point);
    return new Set(free);
  });
</script>

<figure>
  <svg
    viewBox="0 0 {W} {H}"
    class="w-full"
    role="img"
    aria-label="The result over time: it went from {points[0]?.percent} % to {points.at(-1)?.percent} %"
  >
    {#each y.ticks(4) as tick (tick)}
      <line x1={M} x2={W - 150} y1={y(tick)} y2={y(tick)} class="stroke-base-300" />
      <text x={M - 4} y={y(tick) + 4} text-anchor="end" class="fill-base-content text-[11px]">{tick}</text>
    {/each}
    <path {d} fill="none" class="stroke-primary" stroke-width="2" />
    {#each points as point (point.at + point.title)}
      <circle cx={x(point.at)} cy={y(point.percent)} r="3.5" class="fill-primary" />
      {#if labelled.has(point)}<text x={x(point.at) + 7} y={y(point.percent) + 4} class="fill-base-content text-[11px]"
          >{point.percent} % {point.title.slice(0, 22)}</text
        >{/if}
    {/each}
  </svg>
  <details class="text-sm">
    <summary class="cursor-pointer">As a table</summary>
    <table class="figures mt-1">
      <thead>
        <tr class="text-left"><th class="pr-4">Came back</th><th class="pr-4">When</th><th>Result then</th></tr>
      </thead>
      <tbody>
        {#each points as { at, title, percent } (at + title)}
          <tr
            ><th scope="row" class="pr-4 text-left font-normal">{title}</th><td class="pr-4"
              >{absolute(at, zone(), now)}</td
            ><td class="text-right">{percent} %</td></tr
          >
        {/each}
      </tbody>
    </table>
  </details>
</figure>
