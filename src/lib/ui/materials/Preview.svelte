<script lang="ts">
  import type { Preview } from '$core/materials/preview';
  import { shapeAddress } from '$core/materials/source';
  import Player from '$ui/recordings/Player.svelte';
  import LinkedPage from './LinkedPage.svelte';
  import PdfPages from './PdfPages.svelte';
  import TableView from './TableView.svelte';

  interface Props {
    preview: Preview;
    /** Address of the file itself. */
    file: string;
    material: { title: string; name: string };
  }
  /** A material in place: whatever a browser can show without handing the file over as a page. */
  const { preview, file, material }: Props = $props();
  /** Pictures of a page lie below its address. */
  const ofPage = (html: string) => html.replaceAll('<img src="pictures/', `<img loading="lazy" src="${file}/pictures/`);
  const FORMS = [
    ['pdf', 'As PDF'],
    ['docx', 'As DOCX'],
    ['html', 'As HTML']
  ] as const;
  /** What else a page can be handed on as, by what stands on it. */
  const holds = (mark: string) => preview.kind === 'written' && preview.html.includes(mark);
  const forms = $derived([
    ...FORMS,
    ...(holds('<section class="frame') ? [['pptx', 'As PPTX'] as const] : []),
    ...(holds('<div class="drawing"')
      ? ([
          ['svg', 'Its drawing as SVG'],
          ['png', 'Its drawing as PNG']
        ] as const)
      : []),
    ...(holds('<table class="sheet"')
      ? ([
          ['xlsx', 'Its sheets as XLSX'],
          ['csv', 'Its sheet as CSV']
        ] as const)
      : [])
  ]);
</script>

{#if preview.kind === 'pdf'}
  <PdfPages {file} title={material.title} />
{:else if preview.kind === 'picture'}
  <img src={file} alt={material.title} class="mx-auto max-h-[80vh] max-w-full bg-base-100" />
{:else if preview.kind === 'developed'}
  <img src={shapeAddress(file, 'developed')} alt={material.title} class="mx-auto max-h-[80vh] max-w-full bg-base-100" />
  <p class="mt-2 text-sm opacity-85">
    Drawn anew, since browsers do not show such a file. The file itself is as it came.
  </p>
{:else if preview.kind === 'sound' || preview.kind === 'film'}
  <Player
    {file}
    name={material.title}
    film={preview.kind === 'film'}
    captions={preview.captions ? shapeAddress(file, 'captions') : null}
  />
{:else if preview.kind === 'document' || preview.kind === 'markdown'}
  <!-- eslint-disable-next-line svelte/no-at-html-tags -- cleaned by the server -->
  <div class="brief-text rounded bg-base-100 p-6">{@html preview.html}</div>
  {#if preview.kind === 'document'}<p class="mt-2 text-sm opacity-85">
      Text only. Layout and pictures are in the file itself.
    </p>{/if}
{:else if preview.kind === 'written'}
  <!-- eslint-disable-next-line svelte/no-at-html-tags -- made by the server of its structure, every word escaped -->
  <div class="page-text brief-text rounded bg-base-100 p-6">{@html ofPage(preview.html)}</div>
  <p class="mt-2 flex flex-wrap gap-x-4 text-sm">
    {#each forms as [shape, words] (shape)}<a class="link" href={shapeAddress(file, shape)} download>{words}</a>{/each}
  </p>
{:else if preview.kind === 'as-pdf'}
  <PdfPages file={shapeAddress(file, 'pdf')} title={material.title} />
{:else if preview.kind === 'making'}
  <p class="rounded bg-base-100 p-8" role="status">Its pages are being drawn. That can take half a minute.</p>
{:else if preview.kind === 'table'}
  <TableView title={material.title} part={preview} />
{:else if preview.kind === 'sheets'}
  {#each preview.sheets as sheet (sheet.name)}
    <h4 class="mt-3 mb-1 font-semibold">{sheet.name}</h4>
    <TableView title={sheet.name} part={sheet} />
  {/each}
{:else if preview.kind === 'outline'}
  <div class="rounded bg-base-100 p-6">
    {#each preview.parts as part, i (i)}
      {#if part.title}<h4 class="mt-3 font-semibold first:mt-0">{part.title}</h4>{/if}
      {#each part.lines as line, n (n)}<p>{line}</p>{/each}
    {/each}
  </div>
  <p class="mt-2 text-sm opacity-85">
    Text only{preview.more ? ', the beginning of it' : ''}. Layout and pictures are in the file itself.
  </p>
{:else if preview.kind === 'page'}
  <LinkedPage {preview} />
{:else if preview.kind === 'text'}
  <!-- svelte-ignore a11y_no_noninteractive_tabindex (long lines are scrolled by keyboard too) -->
  <pre
    class="overflow-x-auto rounded bg-base-100 p-4 text-sm"
    tabindex="0"
    role="region"
    aria-label={material.title}>{preview.text}</pre>
  {#if preview.more}<p class="mt-2 text-sm opacity-85">The beginning. The file goes on.</p>{/if}
{:else if preview.kind === 'none' || preview.kind === 'unreadable'}
  <p class="rounded bg-base-100 p-8">
    {preview.words ??
      (preview.kind === 'unreadable' ? 'This file could not be read here.' : 'This kind of file cannot be shown here.')} Download
    it to open it.
  </p>
{/if}
