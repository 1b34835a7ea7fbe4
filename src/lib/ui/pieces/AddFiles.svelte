<script lang="ts">
  import { onMount } from 'svelte';
  import Icon from '$ui/icons/Icon.svelte';
  import type { Wants } from '$core/pieces/wanted';
  import { acceptOf } from '$core/materials/file-kinds';
  import { sizeText } from '$core/materials/size-text';
  import { prepare } from '$ui/uploads/uploads.svelte';
  import { whenScripted } from '$ui/forms/scripted.svelte';

  interface Props {
    /** Null for the "also" place. */
    deliverableId: string | null;
    place: string;
    wants: Wants;
    formKey: string;
    /** Bytes. */
    largest: number;
    /** What is chosen takes the place of the one piece that lies there. */
    replaces: boolean;
    take: (files: File[]) => void;
  }
  /** The file picker of a place. Before scripts run it is a plain form; then it sends at once, with its figures. */
  const { deliverableId, place, wants, formKey, largest, replaces, take }: Props = $props();

  const id = $props.id();
  const scripted = whenScripted();

  let field = $state<HTMLInputElement>();
  // What was chosen before the scripts came is taken now: the button that would have sent it is gone with them.
  onMount(() => {
    chosen();
    void prepare().catch(() => undefined);
  });

  function chosen() {
    const files = [...(field?.files ?? [])];
    if (field) field.value = '';
    if (files.length > 0) take(files);
  }
</script>

<form method="post" action="?/addFiles" enctype="multipart/form-data" class="contents">
  <input type="hidden" name="deliverable" value={deliverableId ?? ''} />
  <input type="hidden" name="key" value={formKey} />
  <!-- Its label alone is the button, before the scripts come as after, so that nothing moves under the pointer then. Where
       scripts are off it is a plain file field (static/without-scripts.css). -->
  <input
    {id}
    bind:this={field}
    type="file"
    name="files"
    required
    multiple={wants.howMany?.to !== 1}
    accept={acceptOf(wants.types)}
    onchange={chosen}
    class="plain-file peer sr-only"
  />
  <label
    for={id}
    class="btn btn-sm peer-focus-visible:outline-3 peer-focus-visible:outline-offset-2 peer-focus-visible:outline-accent"
  >
    <Icon name="plus" />
    {replaces ? 'Another in its place' : 'Add files'} <span class="sr-only">{replaces ? 'in' : 'to'} {place}</span>
  </label>
  <noscript class="order-2"><button class="btn btn-sm">Add</button></noscript>
  <!-- What was chosen is sent without the scripts where they do not come. -->
  {#if !scripted.yes}<button class="needs-scripts btn hidden btn-sm peer-valid:inline-flex">Add</button>{/if}
  <span class="order-4 text-sm opacity-80">Up to {sizeText(largest)} each</span>
</form>
