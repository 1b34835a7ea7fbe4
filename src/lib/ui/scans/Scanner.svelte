<script lang="ts">
  import { onDestroy, onMount } from 'svelte';
  import Icon from '$ui/icons/Icon.svelte';
  import { owner } from '$ui/capture/owner';
  import IconButton from '$ui/forms/IconButton.svelte';
  import Message from '$ui/primitives/Message.svelte';
  import { getNow } from '$ui/time/reader';
  import CameraView from './Camera.svelte';
  import FinishScan from './FinishScan.svelte';
  import type { ScanGoal } from './goal';
  import { KeptSheets } from './kept-sheets';
  import { Scan, type Sheet } from './scan.svelte';
  import { prepareScanning } from './scanner';
  import SheetEditor from './SheetEditor.svelte';
  import SheetStrip from './SheetStrip.svelte';

  /** Sheets of paper become a scan: photographed here or brought, put straight and in order. */
  const { goal, close }: { goal: ScanGoal; close: () => void } = $props();

  const scan = new Scan(new KeptSheets(owner(), (() => goal.where)(), getNow()));
  const id = $props.id();
  let sheet = $state<HTMLDialogElement>();
  let camera = $state(false);
  let chosen = $state<Sheet | null>(null);
  /** The sheet that the next photograph takes the place of. */
  let again = $state<Sheet | null>(null);
  let undo = $state.raw<(() => void) | null>(null);
  let restored = $state(0);

  onMount(() => {
    sheet?.showModal();
    prepareScanning();
    void scan.restore().then((count) => {
      restored = count;
      chosen = scan.sheets[0] ?? null;
    });
  });
  onDestroy(() => scan.close());

  async function take(photo: Blob | ImageBitmap) {
    const replaced = again;
    again = null;
    undo = null;
    if (replaced) camera = false;
    await scan.add(photo, replaced);
    chosen = replaced ?? scan.sheets.at(-1) ?? null;
  }
  async function bring(files: Iterable<File>) {
    for (const file of files) await take(file);
  }
  /** Whoever looks at a sheet is done with the camera for now. */
  function choose(one: Sheet) {
    chosen = one;
    camera = false;
    again = null;
  }
  function remove(gone: Sheet) {
    const at = scan.sheets.indexOf(gone);
    const back = scan.remove(gone);
    undo = () => {
      back();
      chosen = gone;
      undo = null;
    };
    chosen = scan.sheets[Math.min(at, scan.sheets.length - 1)] ?? null;
  }
  /** Nothing can be finished before a sheet is cut out; and the page is not kept from all else by showing everything at once. */
  const begunOn = $derived(scan.sheets.some(({ developed, failed }) => developed || failed));
</script>

<dialog
  bind:this={sheet}
  aria-labelledby="{id}-title"
  onclose={close}
  class="m-auto size-full max-h-none max-w-none bg-base-200 p-4 pb-0 text-base-content backdrop:bg-neutral/60 sm:h-fit sm:max-h-[94vh] sm:max-w-4xl sm:rounded"
>
  <div class="mb-3 flex items-start gap-3">
    <h2 id="{id}-title" class="text-xl font-semibold">Scan for {goal.title}</h2>
    <span class="ml-auto"
      ><IconButton icon="x" label="Close; the sheets are kept" onclick={() => sheet?.close()} /></span
    >
  </div>
  <div class="grid gap-4">
    {#if restored > 0}
      <Message kind="done"
        >{restored === 1 ? 'A sheet' : `${restored} sheets`} that you began here {restored === 1 ? 'is' : 'are'} still there.</Message
      >
    {/if}
    {#if scan.unkept}
      <Message kind="problem">This browser keeps nothing for later: the sheets are gone when this tab closes.</Message>
    {/if}
    <div class="flex flex-wrap gap-2">
      <button
        type="button"
        class="btn {scan.sheets.length === 0 ? 'btn-primary' : ''}"
        aria-pressed={camera}
        onclick={() => {
          camera = !camera;
          again = null;
        }}
      >
        <Icon name="camera" size={20} />
        {camera ? 'Put the camera away' : 'Use the camera'}
      </button>
      <label class="btn focus-within:outline-3 focus-within:outline-accent">
        <Icon name="image-plus" size={20} /> Photographs from this device
        <input
          type="file"
          accept="image/*"
          multiple={again === null}
          class="sr-only"
          onchange={(event) => {
            const files = [...(event.currentTarget.files ?? [])];
            event.currentTarget.value = '';
            void bring(files);
          }}
        />
      </label>
    </div>
    {#if again}<p role="status">The next photograph takes the place of sheet {scan.sheets.indexOf(again) + 1}.</p>{/if}
    {#if camera}<CameraView taken={(photo) => void take(photo)} count={scan.sheets.length} />{/if}
    {#if scan.problem}<Message kind="problem">{scan.problem}</Message>{/if}
    {#if scan.reading > 0}<p role="status">Looking for the sheet …</p>{/if}
    {#if undo}
      <p class="flex items-center gap-3">
        The sheet is left out. <button type="button" class="btn btn-sm" onclick={undo}>Put it back</button>
      </p>
    {/if}
    {#if scan.sheets.length > 0}
      <SheetStrip {scan} chosen={camera ? null : chosen} {choose} />
      {#if chosen && !camera}
        {#key chosen.id}
          <SheetEditor
            sheet={chosen}
            no={scan.sheets.indexOf(chosen) + 1}
            troubles={scan.troubles[scan.sheets.indexOf(chosen)] ?? []}
            change={(handling) => chosen && scan.change(chosen, handling)}
            again={() => {
              again = chosen;
              camera = true;
            }}
            remove={() => chosen && remove(chosen)}
          />
        {/key}
      {/if}
      {#if begunOn}<FinishScan {scan} {goal} done={() => sheet?.close()} />{/if}
    {:else if !camera}
      <p class="max-w-prose">
        Lay each sheet flat, on something darker than it is. Its edges are found, it is put straight, and its paper
        becomes white. Every sheet stays on this device until you put the scan into the packet.
      </p>
    {/if}
  </div>
</dialog>
