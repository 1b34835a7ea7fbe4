<script lang="ts">
  import { max, min } from 'd3-array';
  import { scaleBand, scaleLinear, scalePoint } from 'd3-scale';
  import { line } from 'd3-shape';
  import { addressOf, columnName, placeAt } from '$core/sheets/address';
  import type { Value } from '$core/sheets/evaluate';
  import type { Cell, Chart } from '$core/sheets/sheet';
  import { shownValue } from '$core/sheets/shown';

  interface Props {
    chart: Chart;
    cells: ReadonlyMap<string, Cell>;
    values: ReadonlyMap<string, Value>;
    setKind: (kind: Chart['kind']) => void;
  }
  /** A chart of some cells: the first column names, each further one is a series. The table above says the same. */
  const { chart, cells, values, setKind }: Props = $props();
  const [W, H, EDGE] = [640, 260, 40];

  const data = $derived.by(() => {
    const [from, to] = [placeAt(chart.from), placeAt(chart.to)];
    if (!from || !to) return { names: [], series: [] };
    const text = (row: number, column: number) => {
      const at = addressOf({ row, column });
      return shownValue(values.get(at), cells.get(at)?.form ?? 'plain');
    };
    const number = (row: number, column: number) => {
      const value = values.get(addressOf({ row, column }));
      return typeof value === 'number' ? value : null;
    };
    const headed = to.column > from.column && number(from.row, from.column + 1) === null;
    const rows = Array.from(
      { length: to.row - from.row + (headed ? 0 : 1) },
      (_, i) => from.row + i + (headed ? 1 : 0)
    );
    const first = to.column > from.column ? from.column + 1 : from.column;
    const columns = Array.from({ length: Math.min(6, to.column - first + 1) }, (_, i) => first + i);
    return {
      names: rows.map((row) => (first === from.column ? String(row + 1) : text(row, from.column))),
      series: columns.map((column) => ({
        name: headed ? text(from.row, column) : columnName(column),
        points: rows.map((row) => number(row, column))
      }))
    };
  });
  const all = $derived(data.series.flatMap(({ points }) => points.filter((one) => one !== null)));
  const y = $derived(scaleLinear([Math.min(0, min(all) ?? 0), Math.max(0, max(all) ?? 1)], [H - EDGE, 12]).nice());
  const keys = $derived(data.names.map((_, i) => String(i)));
  const band = $derived(scaleBand(keys, [EDGE, W - 8]).padding(0.25));
  const point = $derived(scalePoint(keys, [EDGE, W - 8]).padding(0.5));
  const inner = $derived(
    scaleBand(
      data.series.map((_, i) => String(i)),
      [0, band.bandwidth()]
    )
  );
  const drawn = $derived(
    data.series.map(({ points }) =>
      line<number | null>()
        .defined((one) => one !== null)
        .x((_, i) => point(String(i)) ?? 0)
        .y((one) => y(one ?? 0))(points)
    )
  );
  const spoken = $derived(
    data.series
      .map(
        ({ name, points }) =>
          `${name}: ${points.map((one, i) => `${data.names[i] ?? ''} ${one ?? 'nothing'}`).join(', ')}`
      )
      .join('. ')
  );
</script>

<figure class="border-t border-base-300 p-2">
  <figcaption class="mb-1 flex flex-wrap items-center gap-3">
    <span>{chart.from} to {chart.to}</span>
    <label
      ><input type="radio" class="radio radio-xs" checked={chart.kind === 'bars'} onchange={() => setKind('bars')} /> bars</label
    >
    <label
      ><input type="radio" class="radio radio-xs" checked={chart.kind === 'line'} onchange={() => setKind('line')} /> line</label
    >
    {#each data.series as { name }, i (i)}<span class="who hue-{i}">{name}</span>{/each}
  </figcaption>
  <svg viewBox="0 0 {W} {H}" role="img" aria-label="Chart. {spoken}" class="w-full max-w-3xl">
    {#each y.ticks(5) as tick (tick)}
      <line x1={EDGE} x2={W - 8} y1={y(tick)} y2={y(tick)} class="stroke-base-300" />
      <text x={EDGE - 6} y={y(tick) + 4} text-anchor="end" class="fill-base-content text-[11px]">{tick}</text>
    {/each}
    {#each data.names as name, i (i)}
      <text
        x={(band(String(i)) ?? 0) + band.bandwidth() / 2}
        y={H - EDGE + 16}
        text-anchor="middle"
        class="fill-base-content text-[11px]">{name.slice(0, 12)}</text
      >
    {/each}
    {#each data.series as { points }, s (s)}
      {#if chart.kind === 'bars'}
        {#each points as value, i (i)}
          {#if value !== null}
            <rect
              x={(band(String(i)) ?? 0) + (inner(String(s)) ?? 0)}
              y={Math.min(y(value), y(0))}
              width={inner.bandwidth()}
              height={Math.abs(y(value) - y(0))}
              class="hue-{s}"
              style:fill="var(--hue)"
            />
          {/if}
        {/each}
      {:else}
        <path d={drawn[s]} class="hue-{s}" fill="none" style:stroke="var(--hue)" stroke-width="2.5" />
      {/if}
    {/each}
  </svg>
</figure>
