<script lang="ts">
  import type { Snippet } from 'svelte';
  import type { Spot } from '$core/questions/question';

  interface Props {
    src: string;
    alt: string;
    /** What is marked; null where nothing is yet. */
    at: Spot | null;
    disabled?: boolean;
    mark: (at: Spot) => void;
    /** What is drawn on the picture besides, in thousandths. */
    more?: Snippet;
  }
  /** A picture on which a place is marked: by pressing there, or by two sliders. */
  const { src, alt, at, disabled = false, mark, more }: Props = $props();
  const id = $props.id();

  const within = (part: number) => Math.max(0, Math.min(1000, Math.round(part * 1000)));
  function pressed(event: PointerEvent & { currentTarget: HTMLElement }) {
    if (disabled) return;
    const { left, top, width, height } = event.currentTarget.getBoundingClientRect();
    mark({ x: within((event.clientX - left) / width), y: within((event.clientY - top) / height) });
  }
</script>

<div class="inline-block max-w-full">
  <!-- svelte-ignore a11y_no_static_element_interactions (the sliders below do the same by keyboard) -->
  <div class="relative cursor-crosshair" onpointerdown={pressed}>
    <img {src} {alt} class="block max-h-96 max-w-full rounded" draggable="false" />
    <svg class="pointer-events-none absolute inset-0 size-full" viewBox="0 0 1000 1000" preserveAspectRatio="none">
      {@render more?.()}
    </svg>
    {#if at}
      <span
        class="pointer-events-none absolute size-6 -translate-1/2 rounded-full border-2 border-base-100 outline-2 outline-primary"
        style="left:{at.x / 10}%;top:{at.y / 10}%"
      ></span>
    {/if}
  </div>
  <div class="mt-2 grid gap-1 text-sm sm:grid-cols-2">
    <label for="{id}-x" class="flex items-center gap-2"
      >Across <input
        id="{id}-x"
        type="range"
        class="range flex-1 range-xs"
        min="0"
        max="1000"
        step="5"
        value={at?.x ?? 500}
        {disabled}
        oninput={({ currentTarget }) => mark({ x: currentTarget.valueAsNumber, y: at?.y ?? 500 })}
      /></label
    >
    <label for="{id}-y" class="flex items-center gap-2"
      >Down <input
        id="{id}-y"
        type="range"
        class="range flex-1 range-xs"
        min="0"
        max="1000"
        step="5"
        value={at?.y ?? 500}
        {disabled}
        oninput={({ currentTarget }) => mark({ x: at?.x ?? 500, y: currentTarget.valueAsNumber })}
      /></label
    >
  </div>
  {#if at === null}<p class="text-sm">Press on the picture, or move the sliders.</p>{/if}
</div>
