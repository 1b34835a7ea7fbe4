<script lang="ts">
  import { dragHandle, dragHandleZone, type DndEvent } from 'svelte-dnd-action';
  import Icon from '$ui/icons/Icon.svelte';
  import type { Editor } from '@tiptap/core';
  import { ratioOf, RATIOS } from '$core/pages/nodes/frame';
  import IconButton from '$ui/forms/IconButton.svelte';
  import {
    addFrame,
    frameAtCursor,
    moveFrame,
    openNotes,
    placedFrames,
    removeFrame,
    setRatio,
    type PlacedFrame
  } from './deck-tools';
  import ShowDeck from './ShowDeck.svelte';

  interface Props {
    editor: Editor;
    turn: number;
    name: string;
  }
  /** The frames of a deck beside it: gone to, put in order by hand or by keys, added, and shown. */
  const { editor, turn, name }: Props = $props();
  let showing = $state<number | null>(null);
  /** The order while something is dragged; null while nothing is. */
  let dragged = $state.raw<Item[] | null>(null);

  interface Item {
    id: string;
    title: string;
    frame: PlacedFrame;
  }
  const items = $derived.by((): Item[] => {
    void turn;
    return placedFrames(editor.state.doc).map((frame, i) => ({
      id: `${frame.id} ${i}`,
      title:
        frame.node.firstChild?.textContent.trim().slice(0, 60) ||
        (frame.part ? `${frame.part}: nothing yet` : 'Nothing yet'),
      frame
    }));
  });
  const current = $derived(turn >= 0 ? frameAtCursor(editor) : undefined);
  const ratio = $derived(ratioOf(current?.node.attrs.ratio));
  /** Frames that hold more than they show at their own size. */
  const full = $derived.by(() => {
    void turn;
    return items.flatMap(({ frame }, i) => {
      const element = editor.view.nodeDOM(frame.at);
      if (!(element instanceof HTMLElement) || element.offsetWidth === 0) return [];
      const said = element.querySelector<HTMLElement>('.speaker-notes')?.offsetHeight ?? 0;
      const room = element.offsetWidth / RATIOS[ratioOf(frame.node.attrs.ratio)] + 40;
      return element.offsetHeight - said > room ? [i + 1] : [];
    });
  });

  function go({ at }: PlacedFrame) {
    editor.commands.focus(at + 2);
    const element = editor.view.nodeDOM(at);
    if (element instanceof HTMLElement) element.scrollIntoView({ block: 'nearest' });
  }
  function drop({ detail }: CustomEvent<DndEvent<Item>>) {
    dragged = null;
    const at = detail.items.findIndex(({ id }) => id === detail.info.id);
    const item = items.find(({ id }) => id === detail.info.id);
    if (!item) return;
    // Among those of its own part: into another one nothing is moved.
    const before = detail.items.slice(0, at).filter(({ frame }) => frame.parent === item.frame.parent).length;
    moveFrame(editor, item.frame, before);
  }
</script>

<section
  aria-label="Frames"
  class="flex max-h-40 shrink-0 flex-col gap-2 overflow-y-auto border-b border-base-300 px-4 py-2 text-sm lg:max-h-none lg:w-60 lg:border-r lg:border-b-0"
>
  <div class="flex flex-wrap items-center gap-1">
    <button
      type="button"
      class="btn btn-primary btn-sm"
      onclick={() => (showing = items.findIndex(({ frame }) => frame.at === current?.at))}
      ><Icon name="maximize" size={16} /> Show it</button
    >
    <select
      class="select w-20 select-sm"
      aria-label="Form of the frames"
      value={ratio}
      onchange={({ currentTarget }) => setRatio(editor, ratioOf(currentTarget.value))}
    >
      {#each Object.keys(RATIOS) as form (form)}<option>{form}</option>{/each}
    </select>
  </div>
  {#if current}
    {@const frame = current}
    <div class="flex flex-wrap">
      <IconButton icon="plus" label="A frame behind this one" onclick={() => addFrame(editor, frame)} />
      <IconButton icon="copy-plus" label="A copy of this frame" onclick={() => addFrame(editor, frame, true)} />
      <IconButton icon="arrow-up" label="Frame up" onclick={() => moveFrame(editor, frame, frame.index - 1)} />
      <IconButton icon="arrow-down" label="Frame down" onclick={() => moveFrame(editor, frame, frame.index + 1)} />
      <IconButton icon="message-square-text" label="What you say to it" onclick={() => openNotes(editor, frame)} />
      <IconButton icon="trash-2" label="Take this frame away" onclick={() => removeFrame(editor, frame)} />
    </div>
  {/if}
  <ol
    class="hidden grid-cols-[minmax(0,1fr)] gap-1 lg:grid"
    aria-label="Frames in their order"
    use:dragHandleZone={{ items: dragged ?? items, flipDurationMs: 0, dropTargetStyle: {} }}
    onconsider={({ detail }: CustomEvent<DndEvent<Item>>) => (dragged = detail.items)}
    onfinalize={drop}
  >
    {#each dragged ?? items as item, i (item.id)}
      <li class="flex min-w-0 items-center gap-1">
        <span use:dragHandle aria-label="Move frame {i + 1}" class="grid size-6 cursor-grab place-items-center"
          ><Icon name="grip-vertical" size={14} /></span
        >
        <button
          type="button"
          class={[
            'min-w-0 grow truncate rounded px-2 py-1 text-left',
            item.frame.at === current?.at && 'bg-base-200 font-semibold'
          ]}
          aria-current={item.frame.at === current?.at}
          onclick={() => go(item.frame)}><span class="figures">{i + 1}</span> {item.title}</button
        >
      </li>
    {/each}
  </ol>
  {#if full.length > 0}
    <p>
      {full.length === 1 ? `Frame ${full[0]} holds` : `Frames ${full.join(', ')} hold`} more than fits: shown, it is made
      smaller; printed, it goes on on the next sheet.
    </p>
  {/if}
</section>
{#if showing !== null}
  <ShowDeck {editor} {name} from={Math.max(0, showing)} close={() => (showing = null)} />
{/if}
