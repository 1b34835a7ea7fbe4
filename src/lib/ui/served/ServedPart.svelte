<script lang="ts" generics="P extends object">
  import { flushSync, getAllContexts, hydrate, onMount, unmount, untrack, type Component } from 'svelte';
  import { render } from 'svelte/server';
  import { isServed, takingOver } from './arriving';
  import { isTouched } from './touched';
  import { whenIdle } from './when-idle';

  interface Props {
    part: Component<P>;
    /** What the part is given. */
    of: P;
  }
  /**
   * A part of the page that the server draws and that comes to life when the page has time for it, or at once where
   * someone points at it, presses or types: a long page answers while the rest of it wakes. What it is given may change,
   * though not which things those are; it binds nothing.
   */
  const { part: Part, of }: Props = $props();
  const around = getAllContexts();
  const own = $props.id();
  /** Drawn by the browser: the page was there already, or what the server drew is no longer so. */
  let here = $state(!isServed());
  let alive: object | null = null;
  let place = $state<HTMLElement>();

  const drawn = import.meta.env.SSR
    ? untrack(
        () =>
          `<div class="contents">${render(Part as Component<object>, { props: of, context: around, idPrefix: own }).body}</div>`
      )
    : // Anything at all: the browser takes over what stands there.
      ' ';

  /** Whatever one does to a part wakes it, before what one did reaches it. */
  const TOUCHES = 'pointerover pointerdown touchstart focusin keydown input change click submit dragenter'.split(' ');

  onMount(() => {
    const target = place?.firstElementChild;
    if (here || !place || !target) return void (here = true);
    const hold = new AbortController();
    const wake = (event?: Event) => {
      hold.abort();
      leave();
      if (alive || here) return;
      alive = takingOver(() => hydrate(Part as Component<object>, { target, props: current(), context: around }));
      // A focus may be set by what is being brought up to date just now.
      if (event?.type !== 'focusin') flushSync();
    };
    const leave = whenIdle(() => wake());
    for (const touch of TOUCHES)
      place.addEventListener(touch, wake, { capture: true, passive: true, signal: hold.signal });
    // What was done before the scripts came is taken over as it stands, before anything is told anew.
    if (isTouched(target)) queueMicrotask(() => hold.signal.aborted || wake());
    return () => {
      hold.abort();
      leave();
      if (alive) void unmount(alive);
    };
  });

  /** Told anew before it came to life: then it is drawn anew. */
  let told = false;
  $effect(() => {
    void of;
    if (told && !alive) untrack(() => (here = true));
    told = true;
  });

  /** What it is given, read whenever the part reads it. */
  function current(): object {
    const entries = Object.keys(of).map((key) => [key, { enumerable: true, get: () => of[key as keyof P] }] as const);
    return Object.defineProperties({}, Object.fromEntries(entries));
  }
</script>

{#if here}
  <div class="contents"><Part {...of} /></div>
{:else}
  <!-- eslint-disable-next-line svelte/no-at-html-tags -- drawn by the part itself -->
  <div class="contents" bind:this={place}>{@html drawn}</div>
{/if}
