<script lang="ts">
  import type { Preview } from '$core/materials/preview';
  import PdfPages from './PdfPages.svelte';

  interface Props {
    preview: Preview;
    /** Address of the file itself. */
    file: string;
    material: { title: string; name: string };
  }
  /** A material in place: whatever a browser can show without handing the file over as a page. */
  const { preview, file, material }: Props = $props();
</script>

{#if preview.kind === 'pdf'}
  <PdfPages {file} title={material.title} />
{:else if preview.kind === 'picture'}
  <img src={file} alt={material.title} class="mx-auto max-h-[80vh] max-w-full bg-base-100" />
{:else if preview.kind === 'sound'}
  <audio src={file} controls preload="metadata" class="w-full" aria-label={material.title}></audio>
{:else if preview.kind === 'film'}
  <!-- svelte-ignore a11y_media_has_caption (the teacher's own recording; no captions come with it) -->
  <video src={file} controls preload="metadata" class="mx-auto max-h-[75vh] w-full bg-black" aria-label={material.title}
  ></video>
{:else if preview.kind === 'document' || preview.kind === 'markdown'}
  <!-- eslint-disable-next-line svelte/no-at-html-tags -- cleaned by the server -->
  <div class="brief-text rounded bg-base-100 p-6">{@html preview.html}</div>
  {#if preview.kind === 'document'}<p class="mt-2 text-sm opacity-85">
      Text only. Layout and pictures are in the file itself.
    </p>{/if}
{:else if preview.kind === 'table'}
  <!-- svelte-ignore a11y_no_noninteractive_tabindex (wide tables are scrolled by keyboard too) -->
  <div class="overflow-x-auto rounded bg-base-100" tabindex="0" role="region" aria-label="{material.title}, as a table">
    <table class="table table-sm">
      <thead
        ><tr
          >{#each preview.rows[0] ?? [] as cell, i (i)}<th scope="col">{cell}</th>{/each}</tr
        ></thead
      >
      <tbody>
        {#each preview.rows.slice(1) as row, r (r)}
          <tr
            >{#each row as cell, c (c)}<td class="figures">{cell}</td>{/each}</tr
          >
        {/each}
      </tbody>
    </table>
  </div>
  {#if preview.more}<p class="mt-2 text-sm opacity-85">
      The first {preview.rows.length - 1} rows. The file has more.
    </p>{/if}
{:else if preview.kind === 'text'}
  <!-- svelte-ignore a11y_no_noninteractive_tabindex (long lines are scrolled by keyboard too) -->
  <pre
    class="overflow-x-auto rounded bg-base-100 p-4 text-sm"
    tabindex="0"
    role="region"
    aria-label={material.title}>{preview.text}</pre>
  {#if preview.more}<p class="mt-2 text-sm opacity-85">The beginning. The file goes on.</p>{/if}
{:else}
  <p class="rounded bg-base-100 p-8">
    {preview.kind === 'unreadable'
      ? 'This file could not be read here. '
      : 'This kind of file cannot be shown here. '}Download it to open it.
  </p>
{/if}
