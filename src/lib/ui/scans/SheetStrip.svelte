<script lang="ts">
  import Icon from '$ui/icons/Icon.svelte';
  import { dndzone, type DndEvent } from 'svelte-dnd-action';
  import type { SheetTrouble } from '$core/scans/measures';
  import IconButton from '$ui/forms/IconButton.svelte';
  import type { Scan, Sheet } from './scan.svelte';

  interface Props {
    scan: Scan;
    chosen: Sheet | null;
    choose: (sheet: Sheet) => void;
  }
  /** The sheets in their order: dragged, or moved by a press. */
  const { scan, chosen, choose }: Props = $props();

  const STILL = { duration: 0 };
  const warns = (troubles: readonly SheetTrouble[] | undefined) => (troubles?.length ?? 0) > 0;
  function sort({ detail }: CustomEvent<DndEvent<Sheet>>) {
    scan.sheets = detail.items;
  }
  function sorted({ detail }: CustomEvent<DndEvent<Sheet>>) {
    scan.arrange(detail.items);
  }
</script>

<ol
  class="flex gap-3 overflow-x-auto pb-2"
  aria-label="Sheets in their order"
  use:dndzone={{ items: scan.sheets, flipDurationMs: STILL.duration, dropTargetStyle: {}, delayTouchStart: true }}
  onconsider={sort}
  onfinalize={sorted}
>
  {#each scan.sheets as sheet, i (sheet.id)}
    <li class="w-24 shrink-0" aria-label="Sheet {i + 1}">
      <button
        type="button"
        class="grid h-28 w-24 place-items-center overflow-hidden rounded border-2 bg-base-100 {sheet === chosen
          ? 'border-primary'
          : 'border-base-300'}"
        aria-label="Look at sheet {i + 1}{warns(scan.troubles[i]) ? ', something is to be looked at' : ''}"
        aria-current={sheet === chosen ? 'true' : undefined}
        onclick={() => choose(sheet)}
      >
        {#if sheet.shown}<img src={sheet.shown} alt="" class="max-h-full max-w-full" />
        {:else}<span class="p-2 text-sm">{sheet.failed ? 'Cannot be read' : 'Coming …'}</span>{/if}
      </button>
      <div class="flex items-center justify-between">
        <IconButton
          icon="arrow-left"
          label="Sheet {i + 1} earlier"
          disabled={i === 0}
          onclick={() => scan.move(i, i - 1)}
        />
        <span class="figures flex items-center gap-1 text-sm">
          {#if warns(scan.troubles[i])}<Icon name="triangle-alert" size={16} class="text-warning-content" />{/if}{i + 1}
        </span>
        <IconButton
          icon="arrow-right"
          label="Sheet {i + 1} later"
          disabled={i === scan.sheets.length - 1}
          onclick={() => scan.move(i, i + 1)}
        />
      </div>
    </li>
  {/each}
</ol>
