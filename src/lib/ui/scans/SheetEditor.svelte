<script lang="ts">
  import Icon from '$ui/icons/Icon.svelte';
  import type { Corners } from '$core/scans/corners';
  import { SHEET_TROUBLE_WORDS, type SheetTrouble } from '$core/scans/measures';
  import { PAPER_WORDS, PAPERS, type Paper } from '$core/scans/paper';
  import { LOOK_WORDS, LOOKS, turned, type Handling, type Look } from '$core/scans/sheet';
  import CornerHandles from './CornerHandles.svelte';
  import type { Sheet } from './scan.svelte';

  interface Props {
    sheet: Sheet;
    /** Its place among the sheets, from 1. */
    no: number;
    troubles: readonly SheetTrouble[];
    change: (handling: Handling) => void;
    /** Take it again. */
    again: () => void;
    remove: () => void;
  }
  /** One sheet: as it will be, or its photograph with the corners to be moved. */
  const { sheet, no, troubles, change, again, remove }: Props = $props();

  let cropping = $state(false);
  let photo = $state('');
  /** The corners while one is dragged; the sheet gets them when it is let go. */
  let dragged = $state.raw<Corners | null>(null);

  $effect(() => {
    const url = URL.createObjectURL(sheet.photo);
    photo = url;
    return () => URL.revokeObjectURL(url);
  });
  const handled = (part: Partial<Handling>) => change({ ...sheet.handling, ...part });
</script>

<section aria-label="Sheet {no}" class="grid items-start gap-3 sm:grid-cols-[1fr_15rem]">
  <div class="grid min-h-40 place-items-center rounded bg-base-300 p-2">
    {#if cropping && photo}
      <CornerHandles
        {photo}
        width={sheet.width}
        height={sheet.height}
        corners={dragged ?? sheet.handling.corners}
        moved={(corners, done) => {
          dragged = done ? null : corners;
          if (done) handled({ corners });
        }}
      />
    {:else if sheet.failed}
      <p class="p-6">This sheet could not be cut out here. Take it again.</p>
    {:else if sheet.shown}
      <img src={sheet.shown} alt="Sheet {no} as it will be" class="max-h-[46vh] max-w-full bg-base-100 shadow" />
    {:else}
      <p class="p-6" role="status">Being put straight …</p>
    {/if}
  </div>
  <div class="grid gap-3">
    {#if troubles.length > 0}
      <ul class="list-disc pl-5">
        {#each troubles as trouble (trouble)}<li>{SHEET_TROUBLE_WORDS[trouble]}</li>{/each}
      </ul>
    {/if}
    <div class="flex flex-wrap items-center gap-2 sm:flex-col sm:items-stretch">
      <button type="button" class="btn btn-sm" aria-pressed={cropping} onclick={() => (cropping = !cropping)}>
        <Icon name="crop" />
        {cropping ? 'Show the sheet' : 'Move its corners'}
      </button>
      <button type="button" class="btn btn-sm" onclick={() => handled({ turn: turned(sheet.handling.turn, -1) })}>
        <Icon name="rotate-ccw" /> Turn left
      </button>
      <button type="button" class="btn btn-sm" onclick={() => handled({ turn: turned(sheet.handling.turn, 1) })}>
        <Icon name="rotate-cw" /> Turn right
      </button>
      <button type="button" class="btn btn-sm" onclick={again}>
        <Icon name="refresh-cw" /> Take it again
      </button>
      <button type="button" class="btn btn-sm" onclick={remove}>
        <Icon name="trash-2" /> Leave it out
      </button>
    </div>
    <div class="flex flex-wrap items-center gap-x-4 gap-y-2 text-sm sm:grid sm:grid-cols-1">
      <label class="flex items-center justify-between gap-2"
        >Look
        <select
          class="select w-auto select-sm"
          value={sheet.handling.look}
          onchange={(event) => handled({ look: event.currentTarget.value as Look })}
        >
          {#each LOOKS as look (look)}<option value={look}>{LOOK_WORDS[look]}</option>{/each}
        </select>
      </label>
      <label class="flex items-center justify-between gap-2"
        >Paper
        <select
          class="select w-auto select-sm"
          value={sheet.handling.paper}
          onchange={(event) => handled({ paper: event.currentTarget.value as Paper })}
        >
          {#each PAPERS as paper (paper)}<option value={paper}>{PAPER_WORDS[paper]}</option>{/each}
        </select>
      </label>
    </div>
  </div>
</section>
