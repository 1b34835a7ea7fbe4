<script lang="ts">
  import { addressText } from '$core/links/address';
  import { act } from '$ui/forms/act';
  import Field from '$ui/forms/Field.svelte';

  /** The site that the student declares as their own, with which links are compared. */
  const { site }: { site: string | null } = $props();
</script>

<details class="mb-1 text-sm" open={site === null}>
  <summary class="cursor-pointer py-1"
    >{site === null ? 'Say which site is yours' : `Your site: ${addressText(site)}`}</summary
  >
  <form method="post" action="?/declareSite" use:act class="flex flex-wrap items-end gap-2 py-1">
    <Field label="Address of your own site" about="Links are compared with it">
      <input class="input w-full max-w-80 input-sm" name="url" value={site ?? ''} maxlength="500" spellcheck="false" />
    </Field>
    <button class="btn btn-sm">Keep</button>
  </form>
</details>
