<script lang="ts">
  import { tick } from 'svelte';
  import { addressOf, columnName, MOST_COLUMNS, MOST_ROWS, placeAt, type Place } from '$core/sheets/address';
  import { eachPicked, filledDown, inOrderOf, pastedAt, pickedOf } from '$core/sheets/changes';
  import { evaluate } from '$core/sheets/evaluate';
  import { FORMS, LONGEST_CELL, rowsOf, toCsv, type Cell, type Chart, type Form } from '$core/sheets/sheet';
  import { shownValue } from '$core/sheets/shown';
  import { sheetTable } from '$core/sheets/table';
  import SheetChart from './SheetChart.svelte';

  interface Props {
    name: string;
    cells: ReadonlyMap<string, Cell>;
    chart: Chart | null;
    /** Writes cells; one whose text is empty is taken out. */
    write: (cells: ReadonlyMap<string, Cell>) => void;
    setName: (name: string) => void;
    setChart: (chart: Chart | null) => void;
  }
  /** A sheet as it is written: cells by arrow keys, a finger or a pen, formulas, number formats, order, a filter and a chart. */
  const { name, cells, chart, write, setName, setChart }: Props = $props();
  const FORM_WORDS: Record<Form, string> = {
    plain: 'As it is',
    whole: 'Whole numbers',
    two: 'Two decimals',
    percent: 'Percent',
    thousands: 'With thousands'
  };

  let at = $state<Place>({ row: 0, column: 0 });
  let to = $state<Place>({ row: 0, column: 0 });
  let editing = $state<string | null>(null);
  let filter = $state('');
  let grown = $state({ rows: 12, columns: 6 });
  let grid = $state<HTMLTableElement>();
  let field = $state<HTMLInputElement>();

  const values = $derived(evaluate(new Map([...cells].map(([address, { raw }]) => [address, raw]))));
  const extent = $derived.by(() => {
    const places = [...cells.keys()].flatMap((address) => placeAt(address) ?? []);
    return {
      rows: Math.min(MOST_ROWS, Math.max(grown.rows, ...places.map(({ row }) => row + 2))),
      columns: Math.min(MOST_COLUMNS, Math.max(grown.columns, ...places.map(({ column }) => column + 2)))
    };
  });
  const address = $derived(addressOf(at));
  const current = $derived(cells.get(address));
  const picked = $derived({
    top: Math.min(at.row, to.row),
    bottom: Math.max(at.row, to.row),
    left: Math.min(at.column, to.column),
    right: Math.max(at.column, to.column)
  });
  const isPicked = (row: number, column: number) =>
    row >= picked.top && row <= picked.bottom && column >= picked.left && column <= picked.right;
  const several = $derived(picked.top !== picked.bottom || picked.left !== picked.right);
  /** Rows whose column of the cursor holds what is looked for. The first row names the columns and stays. */
  const rows = $derived(
    Array.from({ length: extent.rows }, (_, row) => row).filter(
      (row) =>
        filter === '' || row === 0 || shown({ row, column: at.column }).toLowerCase().includes(filter.toLowerCase())
    )
  );

  function shown(place: Place): string {
    const where = addressOf(place);
    return shownValue(values.get(where), cells.get(where)?.form ?? 'plain');
  }
  async function go(place: Place, wider = false) {
    const next = {
      row: Math.max(0, Math.min(extent.rows - 1, place.row)),
      column: Math.max(0, Math.min(extent.columns - 1, place.column))
    };
    to = next;
    if (!wider) at = next;
    editing = null;
    await tick();
    grid?.querySelector<HTMLElement>(`[data-at="${addressOf(next)}"]`)?.focus();
  }
  function begin(text: string) {
    editing = text;
    void tick().then(() => field?.focus());
  }
  function put(raw: string) {
    write(new Map([[address, { raw: raw.slice(0, LONGEST_CELL), form: current?.form ?? 'plain' }]]));
  }
  function finish(by: Place) {
    if (editing !== null) put(editing);
    void go({ row: at.row + by.row, column: at.column + by.column });
  }
  const STEPS: Partial<Record<string, Place>> = {
    ArrowUp: { row: -1, column: 0 },
    ArrowDown: { row: 1, column: 0 },
    ArrowLeft: { row: 0, column: -1 },
    ArrowRight: { row: 0, column: 1 }
  };
  function key(event: KeyboardEvent) {
    if (editing !== null || event.ctrlKey || event.metaKey || event.altKey) return;
    const step = STEPS[event.key];
    const from = event.shiftKey ? to : at;
    if (step) void go({ row: from.row + step.row, column: from.column + step.column }, event.shiftKey);
    else if (event.key === 'Home') void go({ row: at.row, column: 0 });
    else if (event.key === 'Enter' || event.key === 'F2') begin(current?.raw ?? '');
    else if (event.key === 'Delete' || event.key === 'Backspace') clear();
    else if (event.key.length === 1) begin(event.key);
    else return;
    event.preventDefault();
  }
  const clear = () => write(eachPicked(cells, picked, ({ form }) => ({ raw: '', form })));
  const setForm = (form: Form) => write(eachPicked(cells, picked, ({ raw }) => ({ raw, form })));
  function copied(event: ClipboardEvent) {
    if (editing !== null) return;
    const table = rowsOf(pickedOf(cells, picked), (_, where) => shownValue(values.get(where), 'plain'));
    const lines = table.slice(picked.top).map((row) => row.slice(picked.left).join('\t'));
    event.clipboardData?.setData('text/plain', lines.join('\n'));
    event.preventDefault();
  }
  function pasted(event: ClipboardEvent) {
    const text = event.clipboardData?.getData('text/plain') ?? '';
    if (editing !== null || text === '') return;
    event.preventDefault();
    write(pastedAt(cells, text, at));
  }
  function saveCsv() {
    const link = document.createElement('a');
    link.href = URL.createObjectURL(new Blob([toCsv(sheetTable(cells))], { type: 'text/csv' }));
    link.download = `${name || 'sheet'}.csv`;
    link.click();
    URL.revokeObjectURL(link.href);
  }
</script>

<section aria-label="Sheet {name}" class="sheet-grid my-3 rounded border border-base-300 bg-base-100 text-sm">
  <div class="flex flex-wrap items-end gap-2 border-b border-base-300 p-2">
    <label class="text-xs"
      >Name <input
        class="input mt-0.5 block w-32 input-sm"
        value={name}
        maxlength="60"
        onchange={({ currentTarget }) => setName(currentTarget.value)}
      /></label
    >
    <label class="text-xs"
      >Numbers
      <select
        class="select mt-0.5 block w-36 select-sm"
        value={current?.form ?? 'plain'}
        onchange={({ currentTarget }) => setForm(FORMS.find((form) => form === currentTarget.value) ?? 'plain')}
      >
        {#each FORMS as form (form)}<option value={form}>{FORM_WORDS[form]}</option>{/each}
      </select></label
    >
    <label class="text-xs"
      >Show rows with <input
        class="input mt-0.5 block w-28 input-sm"
        bind:value={filter}
        aria-label="Show rows that have this in column {columnName(at.column)}"
      /></label
    >
    <button type="button" class="btn btn-sm" onclick={() => write(inOrderOf(cells, at.column, false))}
      >Sort {columnName(at.column)} up</button
    >
    <button type="button" class="btn btn-sm" onclick={() => write(inOrderOf(cells, at.column, true))}
      >Sort {columnName(at.column)} down</button
    >
    <button
      type="button"
      class="btn btn-sm"
      disabled={picked.top === picked.bottom}
      onclick={() => write(filledDown(cells, picked))}>Fill down</button
    >
    <button
      type="button"
      class="btn btn-sm"
      disabled={!several && chart === null}
      onclick={() =>
        setChart(
          several
            ? {
                kind: chart?.kind ?? 'bars',
                from: addressOf({ row: picked.top, column: picked.left }),
                to: addressOf({ row: picked.bottom, column: picked.right })
              }
            : null
        )}>{several ? 'Chart of what is picked' : 'Take the chart away'}</button
    >
    <button type="button" class="btn btn-ghost btn-sm" onclick={saveCsv}>Save as CSV</button>
  </div>
  <div class="flex items-center gap-2 border-b border-base-300 px-2 py-1">
    <span class="figures w-14 font-semibold">{address}</span>
    <input
      bind:this={field}
      class="input w-full font-mono input-sm"
      aria-label="What stands in {address}"
      maxlength={LONGEST_CELL}
      value={editing ?? current?.raw ?? ''}
      oninput={({ currentTarget }) => (editing = currentTarget.value)}
      onkeydown={(event) => {
        if (event.key === 'Enter') finish({ row: 1, column: 0 });
        else if (event.key === 'Tab') finish({ row: 0, column: event.shiftKey ? -1 : 1 });
        else if (event.key === 'Escape') void go(at);
        else return;
        event.preventDefault();
        event.stopPropagation();
      }}
      onblur={() => {
        if (editing !== null) put(editing);
        editing = null;
      }}
    />
  </div>
  <!-- svelte-ignore a11y_no_noninteractive_tabindex (it is scrolled by keyboard too) -->
  <div role="region" aria-label="Cells of {name}" tabindex="0" class="max-h-[60vh] overflow-auto">
    <table
      bind:this={grid}
      role="grid"
      aria-label="Cells of {name}"
      class="border-collapse select-none"
      onkeydown={key}
      oncopy={copied}
      onpaste={pasted}
    >
      <thead>
        <tr>
          <td class="sticky left-0 bg-base-200"></td>
          {#each { length: extent.columns } as _, column (column)}
            <th scope="col" class="min-w-20 border border-base-300 bg-base-200 px-2 font-medium"
              >{columnName(column)}</th
            >
          {/each}
        </tr>
      </thead>
      <tbody>
        {#each rows as row (row)}
          <tr>
            <th scope="row" class="figures sticky left-0 border border-base-300 bg-base-200 px-2 font-medium"
              >{row + 1}</th
            >
            {#each { length: extent.columns } as _, column (column)}
              {@const where = addressOf({ row, column })}
              {@const here = row === at.row && column === at.column}
              <td
                role="gridcell"
                data-at={where}
                tabindex={here ? 0 : -1}
                aria-selected={isPicked(row, column)}
                aria-label="{where}: {shown({ row, column }) || 'empty'}"
                class={[
                  'h-7 max-w-56 truncate border border-base-300 px-2',
                  isPicked(row, column) && 'bg-base-200',
                  typeof values.get(where) === 'number' && 'figures'
                ]}
                style:text-align={typeof values.get(where) === 'number' ? 'right' : undefined}
                onpointerdown={(event) => void go({ row, column }, event.shiftKey)}
                onpointerenter={({ buttons, pointerType }) =>
                  buttons === 1 && pointerType === 'mouse' && void go({ row, column }, true)}
                ondblclick={() => begin(current?.raw ?? '')}
                >{here && editing !== null ? editing : shown({ row, column })}</td
              >
            {/each}
          </tr>
        {/each}
      </tbody>
    </table>
  </div>
  <div class="flex gap-2 p-2">
    <button type="button" class="btn btn-ghost btn-xs" onclick={() => (grown = { ...grown, rows: extent.rows + 10 })}
      >Ten more rows</button
    >
    <button
      type="button"
      class="btn btn-ghost btn-xs"
      onclick={() => (grown = { ...grown, columns: extent.columns + 2 })}>Two more columns</button
    >
  </div>
  {#if chart}<SheetChart {chart} {cells} {values} setKind={(kind) => setChart({ ...chart, kind })} />{/if}
</section>
