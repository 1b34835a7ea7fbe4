<script lang="ts">
  import { dragHandle, dragHandleZone } from 'svelte-dnd-action';
  import Icon from '$ui/icons/Icon.svelte';
  import { blockName, type Block } from '$core/portfolio/blocks';
  import type { PortfolioFile } from '$core/portfolio/body';
  import { fileAddress } from '$core/materials/source';
  import { act } from '$ui/forms/act';
  import { whenScripted } from '$ui/forms/scripted.svelte';
  import ChangePart from './ChangePart.svelte';
  import ShownPart from './ShownPart.svelte';

  interface Props {
    blocks: readonly Block[];
    files: readonly PortfolioFile[];
  }
  /**
   * The parts of one's own page as they are shown, each with what is done to it: moved by its handle, by the keys of the handle, or by a press; said
   * anew; taken off.
   */
  const { blocks, files }: Props = $props();
  const known = $derived(new Map(files.map((file) => [file.id, file])));
  const scripted = whenScripted();
  /** As they stand while one is being dragged. */
  let order = $derived([...blocks]);
  let moving = $state<HTMLFormElement>();
  let moved = $state({ blockId: '', to: 0 });

  type Dropped = CustomEvent<{ items: Block[]; info: { id: string } }>;
  const consider = (event: Dropped) => (order = event.detail.items);
  async function drop(event: Dropped) {
    order = event.detail.items;
    const { id } = event.detail.info;
    moved = { blockId: id, to: order.findIndex((block) => block.id === id) };
    await Promise.resolve();
    if (blocks.findIndex((block) => block.id === id) !== moved.to) moving?.requestSubmit();
  }
</script>

<form method="post" action="?/move" use:act bind:this={moving} hidden>
  <input type="hidden" name="blockId" value={moved.blockId} /><input type="hidden" name="to" value={moved.to} />
</form>
<ol
  class="shown-parts"
  aria-label="Parts of this page"
  use:dragHandleZone={{ items: order, flipDurationMs: 0, dropTargetStyle: {}, delayTouchStart: true }}
  onconsider={consider}
  onfinalize={drop}
>
  {#each order as block, i (block.id)}
    {@const name = blockName(block)}
    <li data-width={block.width} class="rounded border border-base-300 bg-base-100 p-3">
      <div class="mb-2 flex flex-wrap items-center gap-2 text-sm">
        {#if scripted.yes}<span
            use:dragHandle
            aria-label="Move {name}"
            class="btn btn-square cursor-grab btn-ghost btn-sm"><Icon name="grip-vertical" /></span
          >{/if}
        {#each [['Up', i - 1, i > 0] as const, ['Down', i + 1, i < order.length - 1] as const] as [words, to, can] (words)}
          <form method="post" action="?/move" use:act>
            <input type="hidden" name="blockId" value={block.id} /><input type="hidden" name="to" value={to} />
            <button class="btn btn-sm" disabled={!can}>{words}<span class="sr-only">: {name}</span></button>
          </form>
        {/each}
        <form method="post" action="?/takeOff" use:act class="ml-auto">
          <input type="hidden" name="blockId" value={block.id} />
          <button class="btn btn-sm">Take off<span class="sr-only">: {name}</span></button>
        </form>
      </div>
      <ShownPart level={2} {block} files={known} fileOf={(file) => fileAddress('portfolio', file.id)} />
      <ChangePart {block} />
    </li>
  {/each}
</ol>
{#if blocks.length === 0}<p class="mb-4">Nothing stands here yet. Put the first part in below.</p>{/if}
