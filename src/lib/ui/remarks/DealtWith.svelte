<script lang="ts">
  import { anchorWords, type RemarkView } from '$core/remarks/remarks';
  import { act } from '$ui/forms/act';

  /** A point of the list of another round: pressed once it is dealt with. */
  const { remark }: { remark: Pick<RemarkView, 'id' | 'anchor' | 'dealtAt'> } = $props();
</script>

<form method="post" action="?/dealWith" use:act>
  <input type="hidden" name="remarkId" value={remark.id} />
  <input type="hidden" name="done" value={remark.dealtAt === null ? 'yes' : 'no'} />
  <button
    class="btn btn-square btn-sm"
    aria-pressed={remark.dealtAt !== null}
    aria-label="Dealt with: {anchorWords(remark.anchor)}">{remark.dealtAt === null ? '' : '✓'}</button
  >
</form>
