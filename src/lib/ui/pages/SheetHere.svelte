<script lang="ts">
  import { asCells, sheetCells } from '$core/pages/nodes/sheet';
  import type { Cell, Chart } from '$core/sheets/sheet';
  import SheetGrid from '$ui/sheets/SheetGrid.svelte';
  import type { NodeModel } from './node-model.svelte';

  /** A sheet of a page: each cell is written into the page by itself. */
  const { model }: { model: NodeModel } = $props();
  const cells = $derived(sheetCells(model.node.toJSON() as Parameters<typeof sheetCells>[0]));

  /** Only cells that are other than before are written: what others write into the rest joins. */
  function write(changed: ReadonlyMap<string, Cell>) {
    const { at, editor } = model;
    if (at === null) return;
    const { tr, schema } = editor.state;
    const written: string[] = [];
    const end = () => tr.mapping.map(at + model.node.nodeSize - 1);
    model.node.forEach((node, offset) => {
      const next = changed.get(String(node.attrs.at));
      if (next === undefined) return;
      written.push(String(node.attrs.at));
      const place = tr.mapping.map(at + 1 + offset);
      if (next.raw === '' && next.form === 'plain') tr.delete(place, place + node.nodeSize);
      else {
        if (node.attrs.raw !== next.raw) tr.setNodeAttribute(place, 'raw', next.raw);
        if (node.attrs.form !== next.form) tr.setNodeAttribute(place, 'form', next.form);
      }
    });
    const fresh = asCells(
      new Map(
        [...changed].filter(([where, { raw, form }]) => !written.includes(where) && (raw !== '' || form !== 'plain'))
      )
    );
    for (const json of fresh) tr.insert(end(), schema.nodeFromJSON(json));
    if (tr.docChanged) editor.view.dispatch(tr);
  }
</script>

<SheetGrid
  name={String(model.node.attrs.name)}
  {cells}
  chart={model.node.attrs.chart as Chart | null}
  {write}
  setName={(name) => model.set('name', name)}
  setChart={(chart) => model.set('chart', chart)}
/>
