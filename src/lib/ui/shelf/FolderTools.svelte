<script lang="ts">
  import OneButton from '$ui/primitives/OneButton.svelte';
  import type { ShelfFolder } from '$core/shelf/views';
  import { act } from '$ui/forms/act';
  import Field from '$ui/forms/Field.svelte';

  /** What can be done to a folder. */
  const { folder }: { folder: ShelfFolder } = $props();
</script>

<form method="post" action="?folder={folder.id}&/pin" use:act>
  <input type="hidden" name="folderId" value={folder.id} />
  <button class="btn btn-sm" name="pinned" value={folder.pinned ? 'no' : 'yes'}
    >{folder.pinned ? 'No longer at the top' : 'Keep at the top'}</button
  >
</form>
<details class="text-sm">
  <summary class="cursor-pointer py-1">Change the folder</summary>
  <div class="flex flex-wrap items-end gap-3 py-2">
    <form method="post" action="?folder={folder.id}&/renameFolder" use:act class="flex items-end gap-2">
      <input type="hidden" name="folderId" value={folder.id} />
      <Field label="Name"
        ><input class="input w-56 input-sm" name="name" value={folder.name} required maxlength="120" /></Field
      >
      <button class="btn btn-sm">Rename</button>
    </form>
    <OneButton action="?/removeFolder" fields={{ folderId: folder.id }}>Take the folder away, keep its files</OneButton>
  </div>
</details>
