<script lang="ts">
  import { onMount, untrack } from 'svelte';
  import type { Editor } from '@tiptap/core';
  import { ratioOf, RATIOS } from '$core/pages/nodes/frame';
  import IconButton from '$ui/forms/IconButton.svelte';
  import { placedFrames } from './deck-tools';

  interface Props {
    editor: Editor;
    name: string;
    /** With which frame it begins. */
    from: number;
    close: () => void;
  }
  /** A deck as it is shown, all over the screen; and for whoever speaks, what they say, what comes next, and how long it took. */
  const { editor, name, from, close }: Props = $props();
  let sheet = $state<HTMLDialogElement>();
  let stage = $state<HTMLDivElement>();
  let moved = $state<number>();
  const at = $derived(moved ?? from);
  let notes = $state(false);
  let room = $state({ width: 0, height: 0 });
  let began = 0;
  let minutes = $state('0:00');
  // As they were when it was opened: while it is shown nobody writes here.
  const frames = untrack(() => placedFrames(editor.state.doc)).map(({ at: place, node }) => ({
    element: copied(untrack(() => editor.view.nodeDOM(place))),
    ratio: RATIOS[ratioOf(node.attrs.ratio)],
    title: node.firstChild?.textContent ?? '',
    said:
      node.lastChild?.type.name === 'speakerNotes'
        ? node.lastChild.textBetween(0, node.lastChild.content.size, '\n')
        : ''
  }));
  const frame = $derived(frames[at]);

  onMount(() => {
    sheet?.showModal();
    // Where it may not fill the screen it fills the window.
    void sheet?.requestFullscreen().catch(() => undefined);
    began = performance.now();
    const clock = setInterval(() => {
      const seconds = Math.floor((performance.now() - began) / 1000);
      minutes = `${Math.floor(seconds / 60)}:${String(seconds % 60).padStart(2, '0')}`;
    }, 1000);
    return () => {
      clearInterval(clock);
      if (document.fullscreenElement) void document.exitFullscreen();
    };
  });

  /** A frame as it looks now, with its pictures and formulas, without the marks of those who write it. */
  function copied(node: Node | null): HTMLElement {
    const copy =
      node instanceof HTMLElement ? (node.cloneNode(true) as HTMLElement) : document.createElement('section');
    copy.querySelectorAll('.others-cursor, .speaker-notes, .part-head').forEach((one) => one.remove());
    copy.querySelectorAll('[contenteditable]').forEach((one) => one.removeAttribute('contenteditable'));
    copy.querySelectorAll('.written-by').forEach((one) => one.classList.remove('written-by'));
    copy.removeAttribute('contenteditable');
    return copy;
  }
  /** Puts a frame onto the stage, as large as there is room; what holds more than fits is made smaller. */
  function shown(
    holder: HTMLElement,
    given: { element: HTMLElement; ratio: number; room: { width: number; height: number } }
  ) {
    const lay = ({ element, ratio, room: { width, height } }: typeof given) => {
      holder.replaceChildren(element);
      const own = 736;
      element.style.width = `${own}px`;
      element.style.minHeight = `${own / ratio}px`;
      const scale = Math.min(width / own, height / Math.max(own / ratio, element.scrollHeight));
      element.style.transformOrigin = 'top left';
      element.style.transform = `scale(${scale})`;
      holder.style.width = `${own * scale}px`;
      holder.style.height = `${Math.max(own / ratio, element.scrollHeight) * scale}px`;
    };
    lay(given);
    return { update: lay };
  }
  const go = (to: number) => (moved = Math.max(0, Math.min(frames.length - 1, to)));
  function key(event: KeyboardEvent) {
    const to = {
      ArrowRight: at + 1,
      PageDown: at + 1,
      ' ': at + 1,
      ArrowDown: at + 1,
      ArrowLeft: at - 1,
      PageUp: at - 1,
      ArrowUp: at - 1,
      Home: 0,
      End: frames.length - 1
    }[event.key];
    if (to === undefined || (event.key === ' ' && event.target instanceof HTMLButtonElement)) return;
    event.preventDefault();
    go(to);
  }
</script>

<!-- A button that is not to be pressed any more loses the keys: they are heard wherever they go. -->
<svelte:window onkeydown={key} />
<dialog
  bind:this={sheet}
  aria-label="{name}, shown"
  onclose={close}
  class="m-0 size-full max-h-none max-w-none overflow-hidden bg-neutral p-0 text-neutral-content"
>
  <div class="flex size-full flex-col">
    <div class="flex min-h-0 flex-1 flex-col lg:flex-row">
      <div
        bind:this={stage}
        bind:clientWidth={room.width}
        bind:clientHeight={room.height}
        class="grid min-h-0 min-w-0 flex-1 place-items-center overflow-hidden"
        aria-live="polite"
      >
        {#if frame && room.width > 0}
          <!-- Keys do the same, and so do the buttons below. -->
          <!-- svelte-ignore a11y_click_events_have_key_events, a11y_no_static_element_interactions -->
          <div
            class="shown-frame page-text brief-text text-base-content"
            onclick={({ clientX }) => go(clientX < room.width / 3 ? at - 1 : at + 1)}
            use:shown={{ element: frame.element, ratio: frame.ratio, room: { width: room.width, height: room.height } }}
          ></div>
        {/if}
      </div>
      {#if notes}
        <!-- svelte-ignore a11y_no_noninteractive_tabindex (it is scrolled by keyboard too) -->
        <section
          aria-label="What you say"
          tabindex="0"
          class="max-h-56 shrink-0 overflow-y-auto bg-base-100 p-4 text-base-content lg:max-h-none lg:w-96"
        >
          <p class="figures mb-2 text-sm">{minutes} so far</p>
          <p class="text-lg whitespace-pre-line">{frame?.said || 'Nothing is noted for this frame.'}</p>
          {#if frames[at + 1]}<p class="mt-4 text-sm">Then: {frames[at + 1]?.title || 'a frame without words'}</p>{/if}
        </section>
      {/if}
    </div>
    <div class="flex items-center gap-2 bg-base-200 px-2 py-1 text-base-content">
      <IconButton icon="chevron-left" label="The frame before" disabled={at === 0} onclick={() => go(at - 1)} />
      <IconButton
        icon="chevron-right"
        label="The next frame"
        disabled={at >= frames.length - 1}
        onclick={() => go(at + 1)}
      />
      <span class="figures text-sm" role="status">{at + 1} of {frames.length}</span>
      <span class="ml-auto flex">
        <IconButton icon="message-square-text" label="What you say" expanded={notes} onclick={() => (notes = !notes)} />
        <IconButton icon="x" label="End showing" onclick={() => sheet?.close()} />
      </span>
    </div>
  </div>
</dialog>
