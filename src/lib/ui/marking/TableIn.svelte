<script lang="ts">
  import { decodeText } from '$core/materials/text-encoding';
  import { enhance } from '$app/forms';

  interface Props {
    /** What was looked at last. */
    text: string;
    /** Characters that are taken. */
    longest: number;
    /** What taking it keeps, such as "Keep 3 marks"; null where there is nothing to keep. */
    keep: string | null;
  }
  /** A table from this device, or as text: looked at first (`?/look`), then taken as it was looked at (`?/take`). */
  const { text, longest, keep }: Props = $props();
  let own = $state<string | null>(null);
  const shown = $derived(own ?? text);
  const ready = $derived(keep !== null && shown === text);

  async function read(event: Event & { currentTarget: HTMLInputElement }) {
    const [file] = event.currentTarget.files ?? [];
    if (file) own = decodeText(new Uint8Array(await file.arrayBuffer()));
  }
</script>

<form
  method="post"
  action="?/look"
  use:enhance={() =>
    ({ update }) => ((own = null), update({ reset: false }))}
>
  <label class="needs-scripts block"
    >A table from this device <input
      class="file-input mt-1 block"
      type="file"
      accept=".csv,text/csv"
      onchange={read}
    /></label
  >
  <label class="mt-3 block"
    >Or what stands in it
    <textarea
      class="figures textarea mt-1 block w-full text-sm"
      name="text"
      rows="8"
      maxlength={longest}
      required
      value={shown}
      oninput={(event) => (own = event.currentTarget.value)}></textarea>
  </label>
  <p class="mt-3 flex gap-2">
    <button class="btn {ready ? '' : 'btn-primary'}">Look at what it says</button>
    {#if ready}<button class="btn btn-primary" formaction="?/take">{keep}</button>{/if}
  </p>
</form>
