<script lang="ts">
  import type { Anchor } from '$core/remarks/anchor';
  import { MOST_POINTS, MOST_STROKES } from '$core/remarks/bounds';

  type Marked = Extract<Anchor, { on: 'area' | 'ink' }> & { id: string };
  interface Props {
    /** Where the picture stands in what is shown, in pixels. */
    frame: { left: number; top: number; width: number; height: number };
    marked: readonly Marked[];
    /** The one that is being looked at. */
    here: string;
    /** What a pointer does: marks parts, draws by hand, or nothing. */
    draws: 'area' | 'ink' | null;
    /** Of a PDF, the sheet that is shown. */
    sheet: number | undefined;
    /** What was drawn. */
    picked: (anchor: Anchor) => void;
    /** What is drawn by hand goes on from these lines. */
    begun: Array<Array<[number, number]>>;
  }
  /** What is remarked on a picture or a sheet: points, parts, and lines drawn by hand, in thousandths of its width and height. */
  const { frame, marked, here, draws, sheet, picked, begun }: Props = $props();
  let from = $state.raw<{ x: number; y: number } | null>(null);
  let stroke = $state.raw<Array<[number, number]>>([]);
  const onSheet = $derived(sheet === undefined ? {} : { sheet });

  const part = (event: PointerEvent & { currentTarget: HTMLElement }) => {
    const { left, top, width, height } = event.currentTarget.getBoundingClientRect();
    const within = (n: number) => Math.max(0, Math.min(1000, Math.round(n * 1000)));
    return { x: within((event.clientX - left) / width), y: within((event.clientY - top) / height) };
  };
  function down(event: PointerEvent & { currentTarget: HTMLElement }) {
    if (draws === null) return;
    event.currentTarget.setPointerCapture(event.pointerId);
    from = part(event);
    stroke = draws === 'ink' ? [[from.x, from.y]] : [];
  }
  function move(event: PointerEvent & { currentTarget: HTMLElement }) {
    if (!from) return;
    const to = part(event);
    if (draws === 'ink') {
      const [x, y] = stroke.at(-1) ?? [-9, -9];
      if (stroke.length < MOST_POINTS && Math.hypot(x - to.x, y - to.y) >= 3) stroke = [...stroke, [to.x, to.y]];
      return;
    }
    const [x, y] = [Math.min(from.x, to.x), Math.min(from.y, to.y)];
    const [width, height] = [Math.abs(from.x - to.x), Math.abs(from.y - to.y)];
    // A hand that shakes means a point.
    const small = width < 15 && height < 15;
    picked({ on: 'area', x, y, width: small ? 0 : width, height: small ? 0 : height, ...onSheet });
  }
  function up(event: PointerEvent & { currentTarget: HTMLElement }) {
    move(event);
    if (draws === 'ink' && stroke.length > 1 && begun.length < MOST_STROKES)
      picked({ on: 'ink', strokes: [...begun, stroke], ...onSheet });
    [from, stroke] = [null, []];
  }
  const style = ({ x, y, width, height }: { x: number; y: number; width: number; height: number }) =>
    `left:${x / 10}%;top:${y / 10}%;width:${width / 10}%;height:${height / 10}%`;
  const line = (points: ReadonlyArray<readonly [number, number]>) => points.map(([x, y]) => `${x},${y}`).join(' ');
</script>

<!-- svelte-ignore a11y_no_static_element_interactions (a remark on the whole picture says by keyboard where) -->
<div
  class={[
    'absolute',
    draws === null ? 'pointer-events-none' : 'cursor-crosshair',
    draws === 'ink' ? 'touch-none' : 'touch-pan-y'
  ]}
  style="left:{frame.left}px;top:{frame.top}px;width:{frame.width}px;height:{frame.height}px"
  onpointerdown={down}
  onpointermove={move}
  onpointercancel={() => (from = null)}
  onpointerup={up}
>
  <svg
    class="pointer-events-none absolute inset-0 size-full"
    viewBox="0 0 1000 1000"
    preserveAspectRatio="none"
    aria-hidden="true"
  >
    {#each marked as mark (mark.id)}
      {#if mark.on === 'ink'}
        {#each mark.strokes as points, i (i)}<polyline class="remark-ink" points={line(points)} />{/each}
      {/if}
    {/each}
    {#if stroke.length > 1}<polyline class="remark-ink" points={line(stroke)} />{/if}
  </svg>
  {#each marked as mark (mark.id)}
    {#if mark.on === 'area'}
      <span
        class={[
          'remark-area pointer-events-none absolute',
          (mark.width === 0 || mark.height === 0) && 'remark-point',
          (mark.id === here || mark.id === '') && 'remark-here'
        ]}
        style={style(mark)}
      ></span>
    {/if}
  {/each}
</div>
