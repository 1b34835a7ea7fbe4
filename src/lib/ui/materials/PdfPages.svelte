<script lang="ts">
  import { onMount } from 'svelte';
  import Icon from '$ui/icons/Icon.svelte';
  import { TO_SHEET } from './to-sheet';
  import { openPdf, type OpenPdf } from './open-pdf';

  interface Props {
    file: string;
    title: string;
  }
  /** A PDF page by page. Only the pages that are looked at are fetched and drawn. */
  const { file, title }: Props = $props();

  let pdf = $state<OpenPdf | null>(null);
  let no = $state(1);
  let problem = $state(false);
  let share = $state(0);
  let canvas = $state<HTMLCanvasElement>();
  let text = $state<HTMLElement>();
  let width = $state(0);

  onMount(() => {
    const opening = openPdf(file, (loaded) => (share = loaded));
    opening.then((opened) => (pdf = opened)).catch(() => (problem = true));
    return () => void opening.then((opened) => opened.close()).catch(() => undefined);
  });

  $effect(() => {
    if (!pdf || !canvas || !text || width === 0) return;
    const drawing = pdf.draw(no, canvas, Math.min(width, 900), text);
    drawing.done.catch(() => undefined);
    return () => drawing.cancel();
  });

  /** Somebody wants to see a sheet of it. */
  const toSheets = (element: HTMLElement) => {
    const wanted = (event: Event) => go((event as CustomEvent<number>).detail);
    element.addEventListener(TO_SHEET, wanted);
    return () => element.removeEventListener(TO_SHEET, wanted);
  };
  function go(to: number) {
    no = Math.max(1, Math.min(pdf?.pages ?? 1, Math.round(to) || 1));
  }
</script>

<div bind:clientWidth={width} {@attach toSheets}>
  {#if problem}
    <p class="rounded bg-base-100 p-8" role="alert">This PDF could not be read here. Download it to open it.</p>
  {:else if !pdf}
    <p class="rounded bg-base-100 p-8" role="status">
      Opening {title}{share > 0 ? `, ${Math.round(share * 100)} %` : ''} …
    </p>
  {:else}
    <div class="mb-3 flex flex-wrap items-center gap-2">
      <button class="btn btn-sm" onclick={() => go(no - 1)} disabled={no === 1} aria-label="Page before">
        <Icon name="chevron-left" />
      </button>
      <label class="flex items-center gap-2">
        Page
        <input
          class="input w-20 input-sm"
          type="number"
          min="1"
          max={pdf.pages}
          value={no}
          onchange={(event) => go(event.currentTarget.valueAsNumber)}
        />
        of {pdf.pages}
      </label>
      <button class="btn btn-sm" onclick={() => go(no + 1)} disabled={no === pdf.pages} aria-label="Page after">
        <Icon name="chevron-right" />
      </button>
    </div>
    <div class="relative mx-auto w-fit" data-sheet={no}>
      <canvas bind:this={canvas} class="block max-w-full bg-white" aria-hidden="true"></canvas>
      <div bind:this={text} class="pdf-text" role="region" aria-label="Text of page {no}" data-text></div>
    </div>
  {/if}
</div>
