<script lang="ts">
  import OneButton from '$ui/primitives/OneButton.svelte';
  import type { ShelfFile, ShelfFolder } from '$core/shelf/views';
  import { act } from '$ui/forms/act';
  import Field from '$ui/forms/Field.svelte';
  import { getUploads } from '$ui/uploads/uploads.svelte';

  interface Props {
    file: ShelfFile;
    folders: ReadonlyArray<ShelfFolder & { depth: number }>;
    largest: number;
  }
  /** A file's name, its folder, and the way to put a newer version in its place. */
  const { file, folders, largest }: Props = $props();
  const uploads = getUploads();
  const id = $props.id();
</script>

<div class="my-2 grid gap-3 border-l-2 border-accent pl-3">
  <form method="post" action="?/rename" use:act class="flex flex-wrap items-end gap-2">
    <input type="hidden" name="fileId" value={file.id} />
    <Field label="Name"
      ><input class="input w-72 max-w-full input-sm" name="name" value={file.name} required maxlength="255" /></Field
    >
    <button class="btn btn-sm">Rename</button>
  </form>
  <form method="post" action="?/fileInto" use:act class="flex flex-wrap items-end gap-2">
    <input type="hidden" name="fileId" value={file.id} />
    <Field label="Folder">
      <select class="select w-72 max-w-full select-sm" name="folderId">
        <option value="" selected={file.folderId === null}>None</option>
        {#each folders as folder (folder.id)}
          <option value={folder.id} selected={folder.id === file.folderId}
            >{' '.repeat(folder.depth * 3)}{folder.name}</option
          >
        {/each}
      </select>
    </Field>
    <button class="btn btn-sm">File it there</button>
  </form>
  <div>
    <input
      {id}
      type="file"
      class="peer sr-only"
      onchange={(event) => {
        uploads.add([...(event.currentTarget.files ?? [])], { replaces: file.id }, largest);
        event.currentTarget.value = '';
      }}
    />
    <label for={id} class="btn btn-sm peer-focus-visible:outline-3 peer-focus-visible:outline-accent"
      >Put a newer version in its place</label
    >
    <p class="mt-1 text-sm opacity-85">Packets that hold it keep the one they have, and offer you the newer one.</p>
  </div>
  <OneButton action="?/copy" fields={{ fileId: file.id }}>Make a copy to go on from</OneButton>
  {#if file.version > 1}
    <OneButton action="?/dropOlder" fields={{ fileId: file.id }}>Forget its older versions</OneButton>
  {/if}
</div>
