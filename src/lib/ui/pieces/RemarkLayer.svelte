<script lang="ts">
  import { onMount, type Snippet } from 'svelte';
  import { wordsAnchor, type Anchor, type RemarkView } from '$core/remarks/remarks';
  import type { PieceView } from '$core/pieces/piece';
  import RemarkForm from './RemarkForm.svelte';
  import RemarkList from './RemarkList.svelte';
  import { highlight, pickedWords, pictureIn, rangeOf, recordingIn, textIn } from './remark-marks';
  import type { Remarking } from './remarking.svelte';

  interface Props {
    piece: PieceView;
    remarking: Remarking;
    children: Snippet;
  }
  /** A submitted piece as it is shown, with what is remarked on it in its place: words, parts of a picture, moments. */
  const { piece, remarking, children }: Props = $props();

  let shown: HTMLElement;
  const layer = {};
  /** Where the picture stands in what is shown, in pixels. */
  let frame = $state.raw<{ left: number; top: number; width: number; height: number } | null>(null);
  let heard = $state(false);
  let missing = $state('');
  let readable = $state(false);
  let anchor = $state.raw<Anchor | null>(null);
  let here = $state('');
  /** It is wanted, and what it speaks of is not shown yet. */
  let awaited: RemarkView | null = null;
  let from = $state.raw<{ x: number; y: number } | null>(null);

  const remarks = $derived(remarking.of(piece.id));
  const areas = $derived(
    [...remarks.map(({ id, anchor }) => ({ id, anchor })), ...(anchor ? [{ id: '', anchor }] : [])].flatMap(
      ({ id, anchor }) => (anchor.on === 'area' ? [{ id, ...anchor }] : [])
    )
  );

  onMount(() => {
    // What is shown comes later than this, and may grow.
    const watch = new MutationObserver(look);
    watch.observe(shown, { childList: true, subtree: true });
    const size = new ResizeObserver(look);
    size.observe(shown);
    shown.addEventListener('load', look, true);
    return () => {
      watch.disconnect();
      size.disconnect();
      highlight(layer, []);
    };
  });
  $effect(() => {
    void remarks;
    look();
  });
  $effect(() => {
    const { wanted } = remarking;
    if (wanted?.pieceId === piece.id) goTo(remarks.find(({ id }) => id === wanted.id));
  });

  function look() {
    const text = textIn(shown);
    const image = pictureIn(shown);
    [readable, heard] = [text !== null, recordingIn(shown) !== null];
    highlight(
      layer,
      text ? remarks.flatMap(({ anchor }) => (anchor.on === 'words' ? (rangeOf(text, anchor) ?? []) : [])) : []
    );
    const [box, around] = [image?.getBoundingClientRect(), shown.getBoundingClientRect()];
    place();
    frame = box
      ? { left: box.left - around.left, top: box.top - around.top, width: box.width, height: box.height }
      : null;
  }
  function pick() {
    const text = textIn(shown);
    const picked = remarking.note && text ? pickedWords(text) : null;
    if (picked) anchor = picked;
  }
  const part = (event: PointerEvent & { currentTarget: HTMLElement }) => {
    const { left, top, width, height } = event.currentTarget.getBoundingClientRect();
    const within = (n: number) => Math.max(0, Math.min(1000, Math.round(n * 1000)));
    return { x: within((event.clientX - left) / width), y: within((event.clientY - top) / height) };
  };
  function draw(event: PointerEvent & { currentTarget: HTMLElement }) {
    if (!from) return;
    const to = part(event);
    const [x, y] = [Math.min(from.x, to.x), Math.min(from.y, to.y)];
    const [width, height] = [Math.abs(from.x - to.x), Math.abs(from.y - to.y)];
    // A hand that shakes means a point.
    const small = width < 15 && height < 15;
    anchor = { on: 'area', x, y, width: small ? 0 : width, height: small ? 0 : height };
  }
  function goTo(remark: RemarkView | undefined) {
    if (!remark) return;
    here = remark.id;
    awaited = remark;
    shown.scrollIntoView({ block: 'nearest' });
    place();
  }
  function place() {
    if (!awaited) return;
    const { anchor } = awaited;
    const [text, recording] = [textIn(shown), recordingIn(shown)];
    const range = anchor.on === 'words' && text ? rangeOf(text, anchor) : null;
    if (anchor.on === 'moment' && recording) recording.currentTime = anchor.from;
    else if (range) range.startContainer.parentElement?.scrollIntoView({ block: 'center' });
    else if (anchor.on !== 'whole' && !pictureIn(shown)) return;
    awaited = null;
  }
  /** By keyboard: the first place at which these words stand. */
  function find(words: string) {
    const text = textIn(shown)?.textContent ?? '';
    const at = text.toLowerCase().indexOf(words.trim().toLowerCase());
    const found = words.trim() === '' || at < 0 ? null : wordsAnchor(text, at, at + words.trim().length);
    missing = found === null ? words : '';
    if (found) anchor = found;
  }
  function atMoment() {
    const recording = recordingIn(shown);
    if (recording) anchor = { on: 'moment', from: Math.round(recording.currentTime * 10) / 10, to: null };
  }
  const style = ({ x, y, width, height }: { x: number; y: number; width: number; height: number }) =>
    `left:${x / 10}%;top:${y / 10}%;width:${width / 10}%;height:${height / 10}%`;
</script>

<svelte:document onpointerup={pick} />
<div class="grid gap-3 lg:grid-cols-[minmax(0,1fr)_minmax(14rem,18rem)]">
  <div class="relative min-w-0" bind:this={shown}>
    {@render children()}
    {#if frame}
      <!-- svelte-ignore a11y_no_static_element_interactions (a remark on the whole picture says by keyboard where) -->
      <div
        class={['absolute touch-pan-y', remarking.note ? 'cursor-crosshair' : 'pointer-events-none']}
        style="left:{frame.left}px;top:{frame.top}px;width:{frame.width}px;height:{frame.height}px"
        onpointerdown={(event) => {
          if (remarking.note) from = part(event);
        }}
        onpointermove={draw}
        onpointercancel={() => (from = null)}
        onpointerup={(event) => {
          draw(event);
          from = null;
        }}
      >
        {#each areas as area (area.id)}
          <span
            class={[
              'remark-area pointer-events-none absolute',
              (area.width === 0 || area.height === 0) && 'remark-point',
              (area.id === here || area.id === '') && 'remark-here'
            ]}
            style={style(area)}
          ></span>
        {/each}
      </div>
    {/if}
  </div>
  <aside aria-label="Remarks on {piece.name}" class="min-w-0">
    {#if remarking.note}
      {#if anchor}
        <RemarkForm {piece} {remarking} {anchor} done={() => (anchor = null)} />
      {:else}
        <p class="flex flex-wrap gap-2">
          <button type="button" class="btn btn-sm" onclick={() => (anchor = { on: 'whole' })}
            >Remark on all of it</button
          >
          {#if heard}
            <button type="button" class="btn btn-sm" onclick={atMoment}>Remark on this moment</button>
          {/if}
        </p>
        {#if readable}
          <form
            class="mt-2 text-sm"
            onsubmit={(event) => {
              event.preventDefault();
              find(String(new FormData(event.currentTarget).get('words') ?? ''));
            }}
          >
            <label
              >Or pick words in the text, or name them
              <span class="mt-1 flex gap-2">
                <input class="input min-w-0 flex-1 input-sm" name="words" maxlength="300" />
                <button class="btn btn-sm">Find</button>
              </span>
            </label>
            {#if missing}<p role="status">“{missing}” does not stand there.</p>{/if}
          </form>
        {/if}
        {#if frame}<p class="mt-1 text-sm">Or press on the picture, or draw around a part of it.</p>{/if}
      {/if}
    {/if}
    <RemarkList {remarks} {remarking} {here} goTo={(remark) => goTo(remark)} />
  </aside>
</div>
