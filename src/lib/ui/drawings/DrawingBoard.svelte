<script lang="ts">
  import Icon from '$ui/icons/Icon.svelte';
  import type { IconName } from '$ui/icons/drawings';
  import { strokeSvg } from '$core/drawings/svg';
  import {
    COLOUR_NAMES,
    COLOURS,
    HEIGHT,
    LONGEST_TEXT,
    WIDTH,
    WIDTHS,
    type Stroke,
    type StrokeKind
  } from '$core/drawings/strokes';
  import IconButton from '$ui/forms/IconButton.svelte';

  interface Props {
    strokes: readonly Stroke[];
    alt: string;
    /** The address of a picture below it; null for none. */
    under: string | null;
    add: (stroke: Stroke) => void;
    /** Takes a stroke away. */
    drop: (index: number) => void;
    setAlt: (alt: string) => void;
    setUnder: (picture: File | null) => void;
    save: (as: 'svg' | 'png') => void;
  }
  /** A drawing as it is made: with a pen that is felt, a finger, a mouse, or by keys alone. */
  const { strokes, alt, under, add, drop, setAlt, setUnder, save }: Props = $props();
  const id = $props.id();
  const TOOLS: ReadonlyArray<[StrokeKind, IconName, string]> = [
    ['ink', 'pen-line', 'Pen'],
    ['line', 'minus', 'Line'],
    ['box', 'square', 'Box'],
    ['oval', 'circle', 'Oval'],
    ['text', 'type', 'Text']
  ];
  let tool = $state<StrokeKind | 'drop'>('ink');
  let colour = $state(0);
  let width = $state<number>(WIDTHS[1]);
  let words = $state('');
  let made = $state.raw<Array<[number, number, number]>>([]);
  let board = $state<SVGSVGElement>();
  /** Where keys draw; null while they do not. */
  let cross = $state<[number, number] | null>(null);
  let drawing = false;

  const current = $derived<Stroke | null>(
    made.length > 0 && tool !== 'drop' ? { kind: tool, points: made, colour, width, text: words } : null
  );

  function placeOf({ clientX, clientY, pressure, pointerType }: PointerEvent): [number, number, number] {
    const { left, top, width: w, height: h } = board?.getBoundingClientRect() ?? new DOMRect(0, 0, 1, 1);
    const pressed = pointerType === 'pen' ? Math.round(pressure * 9) : 5;
    return [((clientX - left) / w) * WIDTH, ((clientY - top) / h) * HEIGHT, pressed];
  }
  function down(event: PointerEvent) {
    if (event.button !== 0 || tool === 'drop') return;
    event.preventDefault();
    board?.setPointerCapture(event.pointerId);
    drawing = true;
    made = [placeOf(event)];
    if (tool === 'text') up();
  }
  function move(event: PointerEvent) {
    if (!drawing) return;
    const more = (event.getCoalescedEvents?.() ?? [event]).map(placeOf);
    made = tool === 'ink' ? [...made, ...more] : [made[0] ?? [0, 0, 5], ...more.slice(-1)];
  }
  function up() {
    drawing = false;
    if (current && (current.kind !== 'text' || words.trim() !== '')) add(current);
    made = [];
  }
  const STEPS: Partial<Record<string, [number, number]>> = {
    ArrowUp: [0, -1],
    ArrowDown: [0, 1],
    ArrowLeft: [-1, 0],
    ArrowRight: [1, 0]
  };
  /** Arrows move the cross, Enter begins and ends what is drawn there; Delete takes the last stroke away. */
  function key(event: KeyboardEvent) {
    const step = STEPS[event.key];
    if (step) {
      const far = event.shiftKey ? 4 : 24;
      const [x, y] = cross ?? [WIDTH / 2, HEIGHT / 2];
      cross = [Math.min(WIDTH, Math.max(0, x + step[0] * far)), Math.min(HEIGHT, Math.max(0, y + step[1] * far))];
      if (made.length > 0) made = tool === 'ink' ? [...made, [...cross, 5]] : [made[0] ?? [0, 0, 5], [...cross, 5]];
    } else if (event.key === 'Enter' && tool !== 'drop') {
      cross ??= [WIDTH / 2, HEIGHT / 2];
      if (made.length > 0) up();
      else {
        made = [[...cross, 5]];
        if (tool === 'text') up();
      }
    } else if (event.key === 'Escape' && made.length > 0) made = [];
    else if (event.key === 'Delete' && strokes.length > 0) drop(strokes.length - 1);
    else return;
    event.preventDefault();
    event.stopPropagation();
  }
</script>

<section aria-label="Drawing" class="my-3 rounded border border-base-300 bg-base-100 text-sm">
  <div class="flex flex-wrap items-center gap-x-3 gap-y-2 border-b border-base-300 p-2">
    <div role="radiogroup" aria-label="With what" class="flex">
      {#each TOOLS as [kind, icon, label] (kind)}
        <button
          type="button"
          role="radio"
          aria-checked={tool === kind}
          aria-label={label}
          title={label}
          class={['btn btn-square btn-sm', tool === kind ? 'btn-primary' : 'btn-ghost']}
          onclick={() => (tool = kind)}><Icon name={icon} /></button
        >
      {/each}
      <button
        type="button"
        role="radio"
        aria-checked={tool === 'drop'}
        aria-label="Take strokes away"
        title="Take strokes away"
        class={['btn btn-square btn-sm', tool === 'drop' ? 'btn-primary' : 'btn-ghost']}
        onclick={() => (tool = 'drop')}><Icon name="x" /></button
      >
    </div>
    <label class="text-xs"
      >Colour
      <select class="select mt-0.5 block w-28 select-sm" bind:value={colour}>
        {#each COLOUR_NAMES as name, i (name)}<option value={i}>{name}</option>{/each}
      </select></label
    >
    <span class="mt-4 size-5 rounded-full border border-base-300" style:background={COLOURS[colour]}></span>
    <label class="text-xs"
      >Thickness
      <select class="select mt-0.5 block w-24 select-sm" bind:value={width}>
        {#each WIDTHS as one, i (one)}<option value={one}>{['Thin', 'Middle', 'Thick'][i]}</option>{/each}
      </select></label
    >
    {#if tool === 'text'}
      <label class="text-xs"
        >Words, then press where they stand
        <input class="input mt-0.5 block w-52 input-sm" bind:value={words} maxlength={LONGEST_TEXT} /></label
      >
    {/if}
    <label class="btn btn-ghost btn-sm">
      <Icon name="image-plus" size={16} /> Picture under it
      <input
        type="file"
        accept="image/*"
        class="sr-only"
        onchange={({ currentTarget }) => {
          const [file] = currentTarget.files ?? [];
          if (file) setUnder(file);
          currentTarget.value = '';
        }}
      />
    </label>
    {#if under}<IconButton icon="trash-2" label="Take the picture away" onclick={() => setUnder(null)} />{/if}
    <span class="ml-auto flex gap-2">
      <button type="button" class="btn btn-ghost btn-sm" onclick={() => save('svg')}>Save as SVG</button>
      <button type="button" class="btn btn-ghost btn-sm" onclick={() => save('png')}>Save as PNG</button>
    </span>
  </div>
  <!-- svelte-ignore a11y_no_noninteractive_tabindex, a11y_no_noninteractive_element_interactions (it is drawn on by keys too) -->
  <svg
    bind:this={board}
    viewBox="0 0 {WIDTH} {HEIGHT}"
    role="application"
    aria-label="Drawing board, {strokes.length} {strokes.length === 1 ? 'stroke' : 'strokes'}"
    aria-describedby="{id}-keys"
    tabindex="0"
    class="drawing-board block w-full touch-none bg-white"
    onpointerdown={down}
    onpointermove={move}
    onpointerup={up}
    onpointercancel={() => {
      drawing = false;
      made = [];
    }}
    onkeydown={key}
  >
    {#if under}<image href={under} width={WIDTH} height={HEIGHT} />{/if}
    {#each strokes as stroke, i (i)}
      <!-- svelte-ignore a11y_click_events_have_key_events, a11y_no_static_element_interactions (keys take the last one away) -->
      <g onclick={() => tool === 'drop' && drop(i)} class={tool === 'drop' ? 'cursor-pointer' : ''}>
        <!-- eslint-disable-next-line svelte/no-at-html-tags -- made of numbers, its text escaped -->
        {@html strokeSvg(stroke)}
      </g>
    {/each}
    <!-- eslint-disable-next-line svelte/no-at-html-tags -- made of numbers, its text escaped -->
    {#if current}{@html strokeSvg(current)}{/if}
    {#if cross}
      <path
        d="M{cross[0] - 16} {cross[1]}h32M{cross[0]} {cross[1] - 16}v32"
        stroke="#a8431f"
        stroke-width="3"
        fill="none"
      />
    {/if}
  </svg>
  <div class="flex flex-wrap items-center gap-3 p-2">
    <label class="grow text-xs"
      >What it shows, for those who do not see it
      <input
        class="input mt-0.5 block w-full input-sm"
        value={alt}
        maxlength="500"
        onchange={({ currentTarget }) => setAlt(currentTarget.value)}
      /></label
    >
    <p id="{id}-keys" class="text-xs opacity-80">
      By keys: arrows move a cross, Enter begins and ends, Delete takes the last stroke away.
    </p>
  </div>
</section>
