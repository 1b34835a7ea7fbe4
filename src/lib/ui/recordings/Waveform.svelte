<script lang="ts">
  import { silences } from '$core/recordings/levels';
  import type { Stretch } from '$core/recordings/stretches';
  import { span } from '$core/time/words';

  interface Props {
    /** 0 to 255, one for each `every` seconds. */
    levels: readonly number[];
    every: number;
    seconds: number;
    /** Where it is played, in seconds. */
    at: number;
    /** What is cut out of it. */
    cuts?: readonly Stretch[];
    seek: (to: number) => void;
  }
  /** How a recording sounds, along its time: pressed or moved by keys, it is played from there. Silence is a thin line. */
  const { levels, every, seconds, at, cuts = [], seek }: Props = $props();

  const HIGH = 48;
  const bars = $derived(
    levels.map((level, i) => `M${(i + 0.5) * every} ${HIGH / 2 - bar(level)}v${bar(level) * 2}`).join('')
  );
  const bar = (level: number) => Math.max(0.6, (Math.sqrt(level / 255) * HIGH) / 2);
  const quiet = $derived(
    silences(
      levels.map((level) => level / 255),
      every
    )
  );
  const wide = $derived(Math.max(seconds, 0.1));

  function press(event: PointerEvent & { currentTarget: SVGSVGElement }) {
    const box = event.currentTarget.getBoundingClientRect();
    seek(((event.clientX - box.left) / box.width) * wide);
  }
  function key(event: KeyboardEvent) {
    const by = { ArrowLeft: -2, ArrowRight: 2, PageDown: -10, PageUp: 10, Home: -Infinity, End: Infinity }[event.key];
    if (by === undefined) return;
    event.preventDefault();
    seek(Math.min(Math.max(at + by, 0), wide));
  }
</script>

<svg
  viewBox="0 0 {wide} {HIGH}"
  preserveAspectRatio="none"
  class="h-14 w-full cursor-pointer rounded bg-base-100 focus-visible:outline-3 focus-visible:outline-accent"
  role="slider"
  tabindex="0"
  aria-label="Place in the recording"
  aria-valuemin={0}
  aria-valuemax={Math.round(wide)}
  aria-valuenow={Math.round(at)}
  aria-valuetext="{span(Math.round(at) * 1000)} of {span(Math.round(wide) * 1000)}"
  onpointerdown={press}
  onkeydown={key}
>
  {#each quiet as { from, to } (from)}
    <rect x={from} y={HIGH / 2 - 3} width={to - from} height="6" class="fill-base-300" />
  {/each}
  <path d={bars} class="stroke-primary" stroke-width={Math.max(every * 0.7, wide / 900)} />
  {#each cuts as { from, to } (from)}
    <rect x={from} y="0" width={to - from} height={HIGH} class="fill-base-200/85" />
    <path d="M{from} {HIGH / 2}H{to}" class="stroke-error" stroke-width="1.5" vector-effect="non-scaling-stroke" />
  {/each}
  <path d="M{at} 0V{HIGH}" class="stroke-accent" stroke-width="3" vector-effect="non-scaling-stroke" />
</svg>
{#if quiet.length > 0}
  <p class="text-sm opacity-85">
    Silent for longer than a breath: {quiet
      .map(({ from, to }) => `${span(Math.round(from) * 1000)} to ${span(Math.round(to) * 1000)}`)
      .join(', ')}
  </p>
{/if}
