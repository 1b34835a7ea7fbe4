<script lang="ts">
  import { onMount } from 'svelte';
  import Icon from '$ui/icons/Icon.svelte';
  import { inOrder, type ShelfFile, type ShelfFolder, type ShelfQuota } from '$core/shelf/views';
  import { pieceRefusalWords } from '$core/pieces/refusals';
  import { act } from '$ui/forms/act';
  import { whenScripted } from '$ui/forms/scripted.svelte';
  import Field from '$ui/forms/Field.svelte';
  import Message from '$ui/primitives/Message.svelte';
  import { dropsOn } from '$ui/uploads/dropping';
  import OnItsWay from '$ui/uploads/OnItsWay.svelte';
  import { getUploads, prepare } from '$ui/uploads/uploads.svelte';
  import FolderTools from './FolderTools.svelte';
  import MadeHere from './MadeHere.svelte';
  import Quota from './Quota.svelte';
  import ServedPart from '$ui/served/ServedPart.svelte';
  import ShelfRow from './ShelfRow.svelte';

  interface Props {
    files: ShelfFile[];
    more: boolean;
    folders: ShelfFolder[];
    quota: ShelfQuota;
    query: { folderId?: string; search?: string; binned?: boolean };
    largest: number;
    problem: string | null;
  }
  /** The student's own files across courses, the newest first. */
  const { files, more, folders, quota, query, largest, problem }: Props = $props();

  const uploads = getUploads();
  onMount(() => void prepare().catch(() => undefined));
  const scripted = whenScripted();
  const id = $props.id();
  const listed = $derived(inOrder(folders));
  const folder = $derived(folders.find((one) => one.id === query.folderId) ?? null);
  const sending = $derived(uploads.items.filter(({ bound }) => bound.assignment === undefined));
  let hangs = $state(false);
  let problems = $state<string[]>([]);

  function take(chosen: File[]) {
    const why = (file: File) => (file.size === 0 ? 'empty-file' : file.size > largest ? 'too-large' : null);
    problems = chosen.flatMap((file) => {
      const reason = why(file);
      return reason ? [`${file.name}: ${pieceRefusalWords(reason, largest)}`] : [];
    });
    uploads.add(
      chosen.filter((file) => why(file) === null),
      query.folderId === undefined ? {} : { folder: query.folderId },
      largest
    );
  }

  const last = $derived(files.at(-1));
  const older = $derived.by(() => {
    if (!more || !last) return null;
    const at = query.binned ? last.binnedAt : last.changedAt;
    const asked = { folder: query.folderId, q: query.search, bin: query.binned ? 'yes' : undefined };
    const said = Object.entries(asked).flatMap(([name, value]) =>
      value ? `${name}=${encodeURIComponent(value)}` : []
    );
    return `/shelf?${[`after=${at}_${last.id}`, ...said].join('&')}`;
  });
  const everything = $derived(query.folderId === undefined && !query.binned);
</script>

<div
  class="mx-auto max-w-6xl px-4 pt-5 pb-16 {hangs ? 'outline-2 outline-primary outline-dashed' : ''}"
  {@attach !query.binned &&
    dropsOn(
      ({ files: dropped }) => take(dropped),
      (over) => (hangs = over)
    )}
>
  <div class="mb-4 flex flex-wrap items-center gap-3">
    <h1 class="page-title">Shelf</h1>
    <p class="basis-full opacity-85 sm:basis-auto">
      Your own files. Only you see them; what you submit is a copy that stays as it was.
    </p>
    <span class="ml-auto flex flex-wrap gap-2">
      <a class="btn btn-sm" href="/portfolios">Portfolios</a>
      <a class="btn btn-sm" href="/shelf/store">From a store elsewhere</a>
      {#if !query.binned}
        <MadeHere {folder} {largest} />
        <input
          {id}
          type="file"
          multiple
          class="needs-scripts peer sr-only"
          disabled={!scripted.yes}
          onchange={(event) => {
            take([...(event.currentTarget.files ?? [])]);
            event.currentTarget.value = '';
          }}
        />
        <label
          for={id}
          class="needs-scripts btn btn-primary btn-sm peer-focus-visible:outline-3 peer-focus-visible:outline-accent"
        >
          <Icon name="plus" /> Add files
        </label>
      {/if}
    </span>
  </div>
  {#if problem}<Message kind="problem">{problem}</Message>{/if}
  {#each problems as one (one)}<Message kind="problem">{one}</Message>{/each}

  <noscript>
    <form method="post" action="?/put" enctype="multipart/form-data" class="mb-4 flex flex-wrap items-center gap-2">
      <input type="file" name="files" multiple class="file-input file-input-sm" aria-label="Files for the Shelf" />
      <button class="btn btn-sm">Put them on the Shelf</button>
    </form>
  </noscript>
  <div class="grid gap-x-8 gap-y-4 md:grid-cols-[15rem_minmax(0,1fr)] md:grid-rows-[auto_1fr]">
    <div class="grid content-start gap-4">
      <form method="get" action="/shelf" role="search">
        <Field label="Search your files">
          <input class="input w-full input-sm" type="search" name="q" value={query.search ?? ''} maxlength="100" />
        </Field>
      </form>
      <div class="max-md:hidden">{@render shelves()}</div>
      <details class="md:hidden">
        <summary class="cursor-pointer py-2 font-medium">Folders{folder ? `: ${folder.name}` : ''}</summary>
        {@render shelves()}
      </details>
    </div>
    <section aria-labelledby="files-title" class="md:col-start-2 md:row-span-2 md:row-start-1">
      <div class="mb-2 flex flex-wrap items-center gap-3">
        <h2 id="files-title" class="text-xl font-semibold">
          {query.binned ? 'Bin' : (folder?.name ?? (query.search ? `Called “${query.search}”` : 'Everything'))}
        </h2>
        {#if folder}<FolderTools {folder} />{/if}
        {#if query.binned && files.length > 0}
          <form method="post" action="?/emptyBin" use:act class="ml-auto">
            <button class="btn btn-sm">Empty the bin for good</button>
          </form>
        {/if}
      </div>
      {#if query.binned}<p class="mb-2 text-sm opacity-85">
          What lies here still counts. What you submitted stays with your teacher even when the bin is emptied.
        </p>{/if}
      {#if sending.length > 0}
        <ul class="mb-3 divide-y divide-base-300 rounded border border-base-300 bg-base-100 px-4">
          {#each sending as item (item.key)}<OnItsWay {item} />{/each}
        </ul>
      {/if}
      {#if files.length === 0}
        <p class="rounded border border-dashed border-base-300 p-8">
          {#if query.binned}The bin is empty.
          {:else if query.search}Nothing on your Shelf is called “{query.search}”.
          {:else if folder}Nothing lies in this folder.
          {:else}Nothing is here yet. Drop files anywhere on this page, or add them to a packet: they stay here for the
            next time.{/if}
        </p>
      {:else}
        <ul class="divide-y divide-base-300 rounded border border-base-300 bg-base-100 px-4">
          {#each files as file (file.id)}
            <li class="py-2"><ServedPart part={ShelfRow} of={{ file, folders: listed, largest }} /></li>
          {/each}
        </ul>
      {/if}
      {#if older}<p class="mt-3"><a class="btn btn-sm" href={older}>Older files</a></p>{/if}
      <p class="sr-only" role="status">{files.length === 1 ? '1 file' : `${files.length} files`} shown</p>
    </section>
    <div class="grid content-start gap-4">
      <details>
        <summary class="cursor-pointer py-1 text-sm">A folder of your own</summary>
        <form method="post" action="?/createFolder" use:act class="flex items-end gap-2">
          <Field label="Name"><input class="input w-full input-sm" name="name" required maxlength="120" /></Field>
          <button class="btn btn-sm">Make it</button>
        </form>
      </details>
      <Quota {quota} />
    </div>
  </div>
</div>

{#snippet shelves()}
  <nav aria-label="Folders">
    <ul>
      <li>
        <a
          href="/shelf"
          aria-current={everything ? 'page' : undefined}
          class="block border-l-2 border-transparent py-1 pl-3 hover:border-accent aria-[current]:border-primary aria-[current]:font-semibold"
          >Everything, newest first</a
        >
      </li>
      {#each listed as one (one.id)}
        <li style="padding-left: {one.depth}rem">
          <a
            href="/shelf?folder={one.id}"
            aria-current={one.id === query.folderId ? 'page' : undefined}
            class="flex items-baseline gap-2 border-l-2 border-transparent py-1 pl-3 hover:border-accent aria-[current]:border-primary aria-[current]:font-semibold"
          >
            {#if one.pinned}<Icon name="pin" size={14} class="self-center" /><span class="sr-only">Kept at the top</span
              >{/if}
            <span class="min-w-0 wrap-anywhere">{one.name}</span>
            {#if one.files > 0}<span class="figures ml-auto text-sm opacity-80">{one.files}</span>{/if}
          </a>
        </li>
      {/each}
      <li>
        <a
          href="/shelf?bin"
          aria-current={query.binned ? 'page' : undefined}
          class="block border-l-2 border-transparent py-1 pl-3 hover:border-accent aria-[current]:border-primary aria-[current]:font-semibold"
          >Bin</a
        >
      </li>
    </ul>
  </nav>
{/snippet}
