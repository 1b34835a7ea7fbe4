<script lang="ts">
  interface Props {
    bars: ReadonlyArray<{ label: string; value: number; says: string }>;
    /** What the column of labels, and that of figures, is called in the table. */
    heads: readonly [string, string];
  }
  /** Lengths to compare, each with its label and figure beside it: a chart that is its own table. */
  const { bars, heads }: Props = $props();
  const most = $derived(Math.max(1e-9, ...bars.map(({ value }) => value)));
</script>

<table class="figures w-full text-sm">
  <thead class="sr-only"><tr><th>{heads[0]}</th><th>{heads[1]}</th></tr></thead>
  <tbody>
    {#each bars as { label, value, says } (label)}
      <tr>
        <th scope="row" class="w-2/5 py-1 pr-3 text-left font-normal">{label}</th>
        <td class="py-1">
          <span class="flex items-center gap-2">
            <span
              class="block h-3 border border-primary bg-primary/40 print:bg-transparent"
              style:width="{(value / most) * 55}%"
              aria-hidden="true"
            ></span>
            {says}
          </span>
        </td>
      </tr>
    {/each}
  </tbody>
</table>
