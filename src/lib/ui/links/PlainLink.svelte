<script lang="ts">
  import { page } from '$app/state';

  interface Props {
    deliverableId: string | null;
    place: string;
    formKey: string;
  }
  /** Adds a link where there are no scripts: all of it stands in the page. */
  const { deliverableId, place, formKey }: Props = $props();
  /** What was typed here and not taken. */
  const given = $derived<Record<string, string>>(
    page.form?.given?.deliverable === (deliverableId ?? '') ? page.form.given : {}
  );
</script>

<form method="post" action="?/addLink" class="mt-2 flex flex-wrap items-end gap-2 text-sm">
  <input type="hidden" name="deliverable" value={deliverableId ?? ''} />
  <input type="hidden" name="key" value={formKey} />
  <label
    >Address of a link
    <input
      class="input block w-full max-w-80 input-sm"
      name="url"
      inputmode="url"
      required
      maxlength="2000"
      value={given.url ?? ''}
    /></label
  >
  <label
    >Title <input
      class="input block w-full max-w-60 input-sm"
      name="title"
      maxlength="200"
      value={given.title ?? ''}
    /></label
  >
  <label class="flex items-center gap-2 py-2"
    ><input type="checkbox" class="checkbox checkbox-sm" name="knowingly" value="yes" /> Also where others may not get in</label
  >
  <button class="btn btn-sm">Add the link<span class="sr-only"> to {place}</span></button>
</form>
