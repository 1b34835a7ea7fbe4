<script lang="ts">
  import { withAddresses, type Block } from '$core/portfolio/blocks';
  import type { PortfolioFile } from '$core/portfolio/body';
  import { sizeText } from '$core/materials/size-text';

  interface Props {
    block: Block;
    /** The portfolio's files by their ids. */
    files: ReadonlyMap<string, PortfolioFile>;
    /** Where a file is fetched. */
    fileOf: (file: PortfolioFile) => string;
    /** Of its heading. */
    level?: 2 | 3 | 4;
  }
  /** One part of a portfolio's page, as whoever looks at it sees it. */
  const { block, files, fileOf, level = 3 }: Props = $props();
  const addressOf = (id: string) => {
    const file = files.get(id);
    return file ? fileOf(file) : '';
  };
  const html = $derived('html' in block ? withAddresses(block.html, addressOf) : '');
</script>

{#snippet picture(id: string, caption: string)}
  {@const file = files.get(id)}
  {#if file}
    <figure>
      <img src={fileOf(file)} alt={caption || file.name} loading="lazy" />
      {#if caption}<figcaption>{caption}</figcaption>{/if}
    </figure>
  {/if}
{/snippet}
{#snippet download(id: string, caption: string)}
  {@const file = files.get(id)}
  {#if file}
    <p><a href={fileOf(file)} download={file.name}>{file.name}</a> ({sizeText(file.size)})</p>
    {#if caption}<p class="shown-aside">{caption}</p>{/if}
  {/if}
{/snippet}

{#if block.title}<svelte:element this={`h${level}`} class="shown-title">{block.title}</svelte:element>{/if}
{#if block.kind === 'text' || block.kind === 'page'}
  <!-- eslint-disable-next-line svelte/no-at-html-tags -- cleaned by the server -->
  <div class="brief-text">{@html html}</div>
  {#if block.kind === 'page' && block.caption}<p class="shown-aside">{block.caption}</p>{/if}
{:else if block.kind === 'picture'}{@render picture(block.file, block.caption)}
{:else if block.kind === 'gallery'}
  <div class="shown-gallery">
    {#each block.pictures as { file, caption }, i (i)}{@render picture(file, caption)}{/each}
  </div>
{:else if block.kind === 'recording'}
  {@const file = files.get(block.file)}
  {#if file}
    <figure>
      {#if file.mediaType.startsWith('video/')}<!-- svelte-ignore a11y_media_has_caption (captions are the student's to add) -->
        <video src={fileOf(file)} controls preload="metadata" aria-label={block.caption || file.name}></video>
      {:else}<audio src={fileOf(file)} controls preload="metadata" aria-label={block.caption || file.name}></audio>{/if}
      {#if block.caption}<figcaption>{block.caption}</figcaption>{/if}
    </figure>
  {/if}
{:else if block.kind === 'file'}
  {#if files.get(block.file)?.picture}{@render picture(block.file, block.caption)}{:else}{@render download(
      block.file,
      block.caption
    )}{/if}
{:else if block.kind === 'link'}
  {@const seen = block.look.picture === null ? undefined : files.get(block.look.picture)}
  <p><a href={block.url} rel="noreferrer noopener">{block.look.title || block.url}</a></p>
  {#if seen}<figure><img src={fileOf(seen)} alt="" loading="lazy" /></figure>{/if}
  {#if block.look.excerpt}<p class="shown-aside">{block.look.excerpt.slice(0, 240)}</p>{/if}
  {#if block.caption}<p>{block.caption}</p>{/if}
{:else if block.kind === 'work'}
  <p class="shown-aside">From {block.course}</p>
  {#each block.files as id (id)}{@render download(id, '')}{/each}
  {#each block.links as url (url)}<p><a href={url} rel="noreferrer noopener">{url}</a></p>{/each}
  {#if block.caption}<p>{block.caption}</p>{/if}
  {#if block.said}<blockquote class="shown-said">
      <p>{block.said.words}</p>
      <p class="shown-aside">{block.said.by}</p>
    </blockquote>{/if}
{:else}
  <ul class="shown-achieved">
    {#each block.items as { what, when }, i (i)}<li><span>{what}</span><span>{when}</span></li>{/each}
  </ul>
{/if}
