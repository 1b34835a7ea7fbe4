<script lang="ts">
  import { onMount, type Snippet } from 'svelte';
  import { fileAddress } from '$core/materials/source';
  import { isRemarkable } from '$core/pieces/told-by-pages';
  import { wordsAnchor, type RemarkView } from '$core/remarks/remarks';
  import type { Anchor } from '$core/remarks/anchor';
  import type { PieceView } from '$core/pieces/piece';
  import { TO_SHEET } from '$ui/materials/to-sheet';
  import PictureMarks from './PictureMarks.svelte';
  import RemarkForm from './RemarkForm.svelte';
  import RemarkList from './RemarkList.svelte';
  import RemarkWays from './RemarkWays.svelte';
  import * as marks from './remark-marks';
  import type { Remarking } from './remarking.svelte';

  interface Props {
    piece: PieceView;
    remarking: Remarking;
    children: Snippet;
  }
  /** A submitted piece as it is shown, with what is remarked on it in its place: words, parts of a picture, cells, moments. */
  const { piece, remarking, children }: Props = $props();

  let shown: HTMLElement;
  const layer = {};
  /** Where the picture stands in what is shown, in pixels. */
  let frame = $state.raw<{ left: number; top: number; width: number; height: number } | null>(null);
  /** What there is to remark on beside the whole. */
  let there = $state.raw({ words: false, cells: false, sound: false, sheet: undefined as number | undefined });
  let draws = $state<'area' | 'ink' | null>(null);
  let missing = $state('');
  let anchor = $state.raw<Anchor | null>(null);
  let here = $state('');
  /** It is wanted, and what it speaks of is not shown yet. */
  let awaited: RemarkView | null = null;

  const remarks = $derived(remarking.of(piece.id));
  const onSheet = (anchor: Anchor) => !('sheet' in anchor) || anchor.sheet === there.sheet;
  const all = $derived([...remarks.map(({ id, anchor }) => ({ id, anchor })), ...(anchor ? [{ id: '', anchor }] : [])]);
  const marked = $derived(
    all.flatMap(({ id, anchor }) =>
      (anchor.on === 'area' || anchor.on === 'ink') && onSheet(anchor) ? [{ id, ...anchor }] : []
    )
  );
  /** A picture without words is drawn on at once; of a sheet with words these are picked, unless somebody says otherwise. */
  const drawing = $derived(remarking.noting === null ? null : (draws ?? (there.words ? null : 'area')));
  const begun = $derived(anchor?.on === 'ink' && onSheet(anchor) ? anchor.strokes : []);

  onMount(() => {
    // What is shown comes later than this, and may grow.
    const watch = new MutationObserver(look);
    watch.observe(shown, {
      childList: true,
      subtree: true,
      attributes: true,
      attributeFilter: ['data-sheet', 'style']
    });
    const size = new ResizeObserver(look);
    size.observe(shown);
    shown.addEventListener('load', look, true);
    return () => {
      watch.disconnect();
      size.disconnect();
      marks.highlight(layer, []);
    };
  });
  $effect(() => {
    void all;
    look();
  });
  $effect(() => {
    const { wanted } = remarking;
    if (wanted?.pieceId === piece.id) goTo(remarks.find(({ id }) => id === wanted.id));
  });

  function look() {
    // What watches it may look once more after it is gone.
    if ((shown as HTMLElement | null) === null) return;
    const [text, image] = [marks.textIn(shown), marks.pictureIn(shown)];
    const now = {
      words: text !== null && text.textContent.trim() !== '',
      cells: text === null && shown.querySelector('[data-table]') !== null,
      sound: marks.recordingIn(shown) !== null,
      sheet: marks.sheetIn(shown)
    };
    if (Object.entries(now).some(([name, value]) => there[name as keyof typeof now] !== value)) there = now;
    const ranges = text ? remarks.flatMap(({ anchor }) => rangeIn(text, anchor)) : [];
    marks.highlight(layer, ranges);
    for (const cell of shown.querySelectorAll('.remark-cell')) cell.classList.remove('remark-cell');
    for (const { anchor } of all) if (anchor.on === 'cell') marks.cellOf(shown, anchor)?.classList.add('remark-cell');
    const [box, around] = [image?.getBoundingClientRect(), shown.getBoundingClientRect()];
    place();
    const at = box
      ? { left: box.left - around.left, top: box.top - around.top, width: box.width, height: box.height }
      : null;
    if (JSON.stringify(at) !== JSON.stringify(frame)) frame = at;
  }
  const rangeIn = (text: HTMLElement, anchor: Anchor) =>
    anchor.on === 'words' && onSheet(anchor) ? (marks.rangeOf(text, anchor) ?? []) : [];

  function pick(event: PointerEvent) {
    if (!remarking.noting) return;
    const cell = event.target instanceof Element && there.cells ? event.target.closest('td') : null;
    const text = marks.textIn(shown);
    const picked = cell ? marks.cellAnchor(shown, cell) : text && drawing === null ? marks.pickedWords(text) : null;
    if (picked)
      anchor = picked.on === 'words' && there.sheet !== undefined ? { ...picked, sheet: there.sheet } : picked;
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
    if ('sheet' in anchor && anchor.sheet !== undefined && anchor.sheet !== there.sheet) {
      shown
        .querySelector('[data-sheet]')
        ?.dispatchEvent(new CustomEvent(TO_SHEET, { detail: anchor.sheet, bubbles: true }));
      return;
    }
    const [text, recording] = [marks.textIn(shown), marks.recordingIn(shown)];
    const [range] = text ? [rangeIn(text, anchor)].flat() : [];
    if (anchor.on === 'moment' && recording) recording.currentTime = anchor.from;
    else if (anchor.on === 'cell') marks.cellOf(shown, anchor)?.scrollIntoView({ block: 'center', inline: 'center' });
    else if (range) range.startContainer.parentElement?.scrollIntoView({ block: 'center' });
    else if (anchor.on !== 'whole' && !marks.pictureIn(shown)) return;
    awaited = null;
  }
  /** By keyboard: the first place at which these words stand. */
  function find(words: string) {
    const cell = there.cells && words.trim() !== '' ? marks.findCell(shown, words) : undefined;
    const text = marks.textIn(shown)?.textContent ?? '';
    const at = text.toLowerCase().indexOf(words.trim().toLowerCase());
    const found = words.trim() === '' || at < 0 ? null : wordsAnchor(text, at, at + words.trim().length);
    const sheet = there.sheet === undefined ? {} : { sheet: there.sheet };
    const named = cell ? marks.cellAnchor(shown, cell) : found && { ...found, ...sheet };
    missing = named === null ? words : '';
    if (named) anchor = named;
  }
  const now = () => Math.round((marks.recordingIn(shown)?.currentTime ?? 0) * 10) / 10;
  function upToHere() {
    if (anchor?.on === 'moment' && now() > anchor.from) anchor = { ...anchor, to: now() };
  }
</script>

<svelte:document onpointerup={pick} />
<div class="@container">
  <div class="grid gap-3 @3xl:grid-cols-[minmax(0,1fr)_minmax(14rem,17rem)]">
    <div class="relative min-w-0" bind:this={shown}>
      {@render children()}
      {#if frame}
        <PictureMarks
          {frame}
          {marked}
          {here}
          draws={drawing}
          sheet={there.sheet}
          {begun}
          picked={(drawn) => (anchor = drawn)}
        />
      {/if}
    </div>
    <aside aria-label="Remarks on {piece.name}" class="min-w-0">
      {#if remarking.noting && anchor}
        {#if anchor.on === 'moment'}
          <button type="button" class="btn mb-2 btn-sm" onclick={upToHere}>Up to where it is now</button>
        {/if}
        <RemarkForm {piece} noting={remarking.noting} {anchor} done={() => (anchor = null)} />
      {:else if remarking.noting}
        <RemarkWays
          {there}
          picture={frame !== null}
          bind:draws
          {missing}
          {find}
          whole={() => (anchor = { on: 'whole' })}
          moment={() => (anchor = { on: 'moment', from: now(), to: null })}
        />
      {/if}
      {#if remarks.length > 0 && isRemarkable(piece)}
        <p class="mb-2 text-sm">
          <a class="inline-block link py-1.5" href="{fileAddress('submitted', piece.id)}/remarked" download
            >As a PDF with these remarks in it</a
          >
        </p>
      {/if}
      <RemarkList {remarks} {remarking} {here} goTo={(remark) => goTo(remark)} />
    </aside>
  </div>
</div>
