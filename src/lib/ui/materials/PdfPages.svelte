<script lang="ts">
  import { onMount } from 'svelte';
  import { ChevronLeft, ChevronRight } from '@lucide/svelte';
  import { openPdf, type OpenPdf } from './open-pdf';

  interface Props {
    file: string;
    title: string;
  }
  /** A PDF page by page. Only the pages that are looked at are fetched and drawn. */
  const { file, title }: Props = $props();

  let pdf = $state<OpenPdf | null>(null);
  let no = $state(1);
  let text = $state('');
  let problem = $state(false);
  let share = $state(0);
  let canvas = $state<HTMLCanvasElement>();
  let width = $state(0);

  onMount(() => {
    const opening = openPdf(file, (loaded) => (share = loaded));
    opening.then((opened) => (pdf = opened)).catch(() => (problem = true));
    return () => void opening.then((opened) => opened.close()).catch(() => undefined);
  });

  $effect(() => {
    if (!pdf || !canvas || width === 0) return;
    const drawing = pdf.draw(no, canvas, Math.min(width, 900));
    drawing.done.then((said) => (text = said)).catch(() => undefined);
    return () => drawing.cancel();
  });

  function go(to: number) {
    no = Math.max(1, Math.min(pdf?.pages ?? 1, Math.round(to) || 1));
  }
</script>

<div bind:clientWidth={width}>
  {#if problem}
    <p class="rounded bg-base-100 p-8" role="alert">This PDF could not be read here. Download it to open it.</p>
  {:else if !pdf}
    <p class="rounded bg-base-100 p-8" role="status">
      Opening {title}{share > 0 ? `, ${Math.round(share * 100)} %` : ''} …
    </p>
  {:else}
    <div class="mb-3 flex flex-wrap items-center gap-2">
      <button class="btn btn-sm" onclick={() => go(no - 1)} disabled={no === 1} aria-label="Page before">
        <ChevronLeft size={18} strokeWidth={1.75} aria-hidden="true" />
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
        <ChevronRight size={18} strokeWidth={1.75} aria-hidden="true" />
      </button>
    </div>
    <canvas bind:this={canvas} class="mx-auto max-w-full bg-white" aria-hidden="true"></canvas>
    <div class="sr-only" role="region" aria-label="Text of page {no}">{text}</div>
  {/if}
</div>
