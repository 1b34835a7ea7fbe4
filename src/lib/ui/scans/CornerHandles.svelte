<script lang="ts">
  import { withCorner, type Corners } from '$core/scans/corners';

  interface Props {
    /** Address of the photograph. */
    photo: string;
    width: number;
    height: number;
    corners: Corners;
    /** While a corner is dragged, and when it is let go. */
    moved: (corners: Corners, done: boolean) => void;
  }
  /** A photograph with the corners of its sheet, each dragged by pointer or moved by keyboard, under a magnifier. */
  const { photo, width, height, corners, moved }: Props = $props();

  const NAMES = ['Top left corner', 'Top right corner', 'Bottom right corner', 'Bottom left corner'];
  /** The magnifier's side, in shares of the picture's longer side, and how much it enlarges. */
  const GLASS = 0.26;
  const LARGER = 3;

  const unit = $derived(Math.max(width, height));
  let field = $state<SVGSVGElement>();
  let held = $state<number | null>(null);
  const at = $derived(held === null ? null : corners[held as 0 | 1 | 2 | 3]);
  const glass = $derived(unit * GLASS);
  /** It stands in the corner that is farther away. */
  const glassX = $derived(at && at.x < width / 2 ? width - glass : 0);

  function drag(event: PointerEvent, i: number) {
    if (held !== i || !field) return;
    const box = field.getBoundingClientRect();
    const to = {
      x: ((event.clientX - box.left) / box.width) * width,
      y: ((event.clientY - box.top) / box.height) * height
    };
    const next = withCorner(corners, i, to, { width, height });
    if (next) moved(next, false);
  }
  function letGo() {
    if (held === null) return;
    held = null;
    moved(corners, true);
  }
  function key(event: KeyboardEvent, i: number) {
    const step = (event.shiftKey ? 0.02 : 0.003) * unit;
    const by = { ArrowLeft: [-step, 0], ArrowRight: [step, 0], ArrowUp: [0, -step], ArrowDown: [0, step] }[event.key];
    const corner = corners[i as 0 | 1 | 2 | 3];
    if (!by) return;
    event.preventDefault();
    const next = withCorner(corners, i, { x: corner.x + (by[0] ?? 0), y: corner.y + (by[1] ?? 0) }, { width, height });
    if (next) moved(next, true);
  }
</script>

<svg
  bind:this={field}
  viewBox="0 0 {width} {height}"
  class="max-h-[52vh] w-full touch-none select-none"
  style="aspect-ratio: {width} / {height}"
  role="group"
  aria-label="The photograph, with the corners of the sheet"
>
  <image href={photo} {width} {height} />
  <polygon
    points={corners.map(({ x, y }) => `${x},${y}`).join(' ')}
    class="fill-accent/10 stroke-accent"
    stroke-width={unit / 220}
  />
  {#each corners as { x, y }, i (i)}
    <circle
      cx={x}
      cy={y}
      r={unit / 34}
      class="cursor-grab fill-base-100/50 stroke-accent outline-offset-2 focus-visible:outline-3 focus-visible:outline-accent"
      stroke-width={unit / 160}
      tabindex="0"
      role="slider"
      aria-label={NAMES[i]}
      aria-valuenow={Math.round(x)}
      aria-valuetext="{Math.round((x / width) * 100)} % from the left, {Math.round((y / height) * 100)} % from the top"
      onpointerdown={(event) => {
        event.currentTarget.setPointerCapture(event.pointerId);
        held = i;
      }}
      onpointermove={(event) => drag(event, i)}
      onpointerup={letGo}
      onpointercancel={letGo}
      onkeydown={(event) => key(event, i)}
    />
  {/each}
  {#if at}
    <svg
      x={glassX}
      y="0"
      width={glass}
      height={glass}
      viewBox="{at.x - glass / LARGER / 2} {at.y - glass / LARGER / 2} {glass / LARGER} {glass / LARGER}"
      aria-hidden="true"
    >
      <rect x={at.x - glass} y={at.y - glass} width={glass * 2} height={glass * 2} class="fill-base-300" />
      <image href={photo} {width} {height} />
      <path
        d="M{at.x - glass} {at.y}H{at.x + glass}M{at.x} {at.y - glass}V{at.y + glass}"
        class="stroke-accent"
        stroke-width={unit / 900}
      />
    </svg>
    <rect
      x={glassX}
      y="0"
      width={glass}
      height={glass}
      class="fill-none stroke-base-content"
      stroke-width={unit / 300}
    />
  {/if}
</svg>
