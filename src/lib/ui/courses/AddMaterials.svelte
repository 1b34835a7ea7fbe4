<script lang="ts">
  import { sizeText } from '$core/materials/size-text';

  interface Props {
    unitId?: string;
    assignmentId?: string;
    noticeId?: string;
    largest: number;
    /** Where the form goes; the page itself where nothing is said. */
    action?: string;
  }
  const { unitId = '', assignmentId = '', noticeId = '', largest, action = '?/addMaterials' }: Props = $props();
</script>

<form method="post" {action} enctype="multipart/form-data" class="flex flex-wrap items-center gap-3">
  <input type="hidden" name="unitId" value={unitId} />
  <input type="hidden" name="assignmentId" value={assignmentId} />
  <input type="hidden" name="noticeId" value={noticeId} />
  <label class="text-sm">
    Materials, up to {sizeText(largest)} each
    <input type="file" name="files" multiple required class="file-input block max-w-full file-input-sm" />
  </label>
  <button class="btn mt-5 btn-sm">Add</button>
</form>
