<script lang="ts">
  import { takesKind } from '$core/pieces/fit';
  import { whenScripted } from '$ui/forms/scripted.svelte';
  import Icon from '$ui/icons/Icon.svelte';
  import AddFiles from '$ui/pieces/AddFiles.svelte';
  import { WAYS, type Filling } from '$ui/pieces/ways';

  interface Props {
    at: Filling;
    /** What is added takes the place of what lies there. */
    replaces: boolean;
    /** The way that is unfolded. */
    panel: string | null;
    choose: (panel: string | null) => void;
    take: (files: File[]) => void;
  }
  /** The ways to fill a place, side by side. */
  const { at, replaces, panel, choose, take }: Props = $props();
  const scripted = whenScripted();
  const ways = $derived(WAYS.filter((way) => way.offered(at)));
</script>

<div class="mt-2 flex flex-wrap items-center gap-x-2 gap-y-1">
  {#if takesKind('file', at.place.wants) && (!at.full || replaces)}
    <AddFiles
      {replaces}
      deliverableId={at.place.id}
      place={at.place.title}
      wants={at.place.wants}
      formKey={at.formKey}
      largest={at.largest}
      {take}
    />
  {/if}
  {#each ways as way (way.key)}
    <button
      type="button"
      class="btn order-3 btn-sm"
      disabled={!scripted.yes}
      aria-expanded={panel === way.key}
      onclick={() => choose(panel === way.key ? null : way.key)}
    >
      <Icon name={way.icon} />
      {way.labelAt?.(at) ?? way.label}
      <span class="sr-only">{way.said(at.place.title)}</span>
    </button>
  {/each}
</div>
