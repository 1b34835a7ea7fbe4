<script lang="ts">
  import { page } from '$app/state';
  import { fileAddress } from '$core/materials/source';
  import { writePoints, HEIGHT, WIDTH, type Stroke } from '$core/drawings/strokes';
  import { drawingSvg } from '$core/drawings/svg';
  import { strokesOf } from '$core/pages/nodes/drawing';
  import DrawingBoard from '$ui/drawings/DrawingBoard.svelte';
  import { reach } from '$ui/forms/reach';
  import { sendPicture } from '$ui/forms/send-picture';
  import Message from '$ui/primitives/Message.svelte';
  import { placeOfPage } from './drawing-place';
  import type { NodeModel } from './node-model.svelte';

  /** A drawing of a page: each stroke is written into the page by itself. */
  const { model }: { model: NodeModel } = $props();
  let problem = $state('');
  const strokes = $derived(strokesOf(model.node.toJSON() as Parameters<typeof strokesOf>[0]));
  const under = $derived(String(model.node.attrs.under));
  const place = $derived(placeOfPage(model.editor));
  const address = $derived(under === '' || place === null ? null : `${fileAddress('pieces', place.pieceId)}/${under}`);

  function add(stroke: Stroke) {
    const { at, editor } = model;
    if (at === null) return;
    const attrs = { ...stroke, points: writePoints(stroke.points) };
    const node = editor.schema.nodes.stroke?.create(attrs);
    if (node) editor.view.dispatch(editor.state.tr.insert(at + model.node.nodeSize - 1, node));
  }
  function drop(index: number) {
    const { at, editor } = model;
    if (at === null || index >= model.node.childCount) return;
    editor.view.dispatch(editor.state.tr.delete(at + 1 + index, at + 2 + index));
  }
  async function setUnder(file: File | null) {
    if (file === null) return model.set('under', '');
    const sent = place && (await sendPicture(place.address, file));
    problem = sent?.ok ? '' : (sent?.words ?? 'A picture can be put here once the page is open.');
    if (sent?.ok) model.set('under', sent.name);
  }
  /** As a file that needs nothing beside it. */
  async function save(as: 'svg' | 'png') {
    const picture = address === null ? null : await asData(address);
    const svg = drawingSvg(strokes, String(model.node.attrs.alt), picture);
    const file = new Blob([svg], { type: 'image/svg+xml' });
    down(as === 'svg' ? file : await asPng(file), as);
  }
  async function asData(from: string): Promise<string | null> {
    const blob = await reach(from)
      .then((answer) => (answer.ok ? answer.blob() : null))
      .catch(() => null);
    if (!blob) return null;
    return new Promise((resolve) => {
      const reader = new FileReader();
      reader.onload = () => resolve(String(reader.result));
      reader.onerror = () => resolve(null);
      reader.readAsDataURL(blob);
    });
  }
  async function asPng(svg: Blob): Promise<Blob> {
    const image = new Image(WIDTH, HEIGHT);
    image.src = URL.createObjectURL(svg);
    await image.decode();
    const canvas = document.createElement('canvas');
    [canvas.width, canvas.height] = [WIDTH, HEIGHT];
    canvas.getContext('2d')?.drawImage(image, 0, 0, WIDTH, HEIGHT);
    URL.revokeObjectURL(image.src);
    return new Promise((resolve) => canvas.toBlob((made) => resolve(made ?? svg), 'image/png'));
  }
  function down(file: Blob, as: string) {
    const link = document.createElement('a');
    link.href = URL.createObjectURL(file);
    const { person } = page.data as { person?: { name: string } };
    link.download = `Drawing${person ? `, ${person.name}` : ''}.${as}`;
    link.click();
    URL.revokeObjectURL(link.href);
  }
</script>

{#if problem}<Message kind="problem">{problem}</Message>{/if}
<DrawingBoard
  {strokes}
  alt={String(model.node.attrs.alt)}
  under={address}
  {add}
  {drop}
  setAlt={(alt) => model.set('alt', alt)}
  setUnder={(file) => void setUnder(file)}
  save={(as) => void save(as)}
/>
