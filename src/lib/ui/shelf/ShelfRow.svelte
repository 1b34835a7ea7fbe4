<script lang="ts">
  import OneButton from '$ui/primitives/OneButton.svelte';
  import { fileAddress } from '$core/materials/source';
  import Icon from '$ui/icons/Icon.svelte';
  import { isPicture } from '$core/materials/preview';
  import { sizeText } from '$core/materials/size-text';
  import type { ShelfFile, ShelfFolder } from '$core/shelf/views';
  import { act } from '$ui/forms/act';
  import IconButton from '$ui/forms/IconButton.svelte';
  import { whenScripted } from '$ui/forms/scripted.svelte';
  import Peek from '$ui/materials/Peek.svelte';
  import Thumbnail from '$ui/materials/Thumbnail.svelte';
  import When from '$ui/time/When.svelte';
  import ChangeShelfFile from './ChangeShelfFile.svelte';

  interface Props {
    file: ShelfFile;
    folders: ReadonlyArray<ShelfFolder & { depth: number }>;
    largest: number;
  }
  /** A file on the Shelf, with where it is used. */
  const { file, folders, largest }: Props = $props();
  const scripted = whenScripted();
  const address = $derived(fileAddress('shelf', file.id));
  let shown = $state<'peek' | 'change' | null>(null);
  const toggle = (what: 'peek' | 'change') => (shown = shown === what ? null : what);
</script>

<div class="flex flex-wrap items-center gap-x-3">
  <div class="flex min-w-0 items-center gap-x-3">
    {#if isPicture(file)}<Thumbnail file={address} />
    {:else}<Icon name="file-text" size={20} class="opacity-70" />{/if}
    <a class="min-w-0 link py-1 font-medium wrap-anywhere link-hover" href={address} data-sveltekit-reload
      >{file.name}</a
    >
  </div>
  <div class="ml-auto flex items-center gap-x-1 sm:gap-x-3">
    <span class="figures text-sm whitespace-nowrap opacity-80">{sizeText(file.size)}</span>
    <IconButton
      icon="eye"
      label="Look at {file.name} here"
      title="Look at it here"
      expanded={shown === 'peek'}
      disabled={!scripted.yes}
      onclick={() => toggle('peek')}
    />
    {#if file.binnedAt === null}
      <IconButton
        icon="pencil"
        label="Change {file.name}"
        title="Rename it, file it, put a newer version in its place"
        expanded={shown === 'change'}
        disabled={!scripted.yes}
        onclick={() => toggle('change')}
      />
      <form method="post" action="?/bin" use:act>
        <input type="hidden" name="fileId" value={file.id} />
        <IconButton icon="trash-2" label="Put {file.name} in the bin" title="Into the bin" />
      </form>
    {:else}
      <OneButton action="?/restore" fields={{ fileId: file.id }} class="btn btn-ghost btn-sm"
        ><Icon name="rotate-ccw" /> Put it back<span class="sr-only"> {file.name}</span></OneButton
      >
    {/if}
  </div>
</div>
<p class="pl-8 text-sm opacity-85">
  <When moment={file.binnedAt ?? file.changedAt} />{#if file.version > 1}, version {file.version}{/if}{#if file.folder},
    in {file.folder}{/if}
</p>
{#if file.uses.length > 0}
  <p class="pl-8 text-sm">
    Used in
    {#each file.uses as use, i (use.assignmentId)}{i > 0 ? '; ' : ' '}<a
        class="link"
        href="/assignments/{use.assignmentId}#packet">{use.title}</a
      >{use.round === null ? ', not submitted' : `, round ${use.round}`}{/each}
  </p>
{/if}
{#if shown === 'peek'}
  <div class="my-2"><Peek file={address} title={file.name} name={file.name} /></div>
{:else if shown === 'change'}
  <ChangeShelfFile {file} {folders} {largest} />
{/if}
