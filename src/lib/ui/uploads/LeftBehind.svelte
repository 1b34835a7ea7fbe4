<script lang="ts">
  import OneButton from '$ui/primitives/OneButton.svelte';
  import type { UnderWay } from '$core/packets/views';
  import { sizeText } from '$core/materials/size-text';
  import { whenScripted } from '$ui/forms/scripted.svelte';
  import { thousands } from '$core/thousands';

  interface Props {
    upload: UnderWay;
    /** Goes on with it, from the file that was chosen once more. */
    goOn: (files: File[]) => void;
  }
  /** A file of which the server has a part, and which nobody is sending from here. */
  const { upload, goOn }: Props = $props();
  const scripted = whenScripted();
  const id = $props.id();
  const whole = $derived(upload.arrived >= upload.size);
  const percent = $derived(Math.floor((upload.arrived / upload.size) * 100));

  let other = $state(false);
  function chosen(event: Event & { currentTarget: HTMLInputElement }) {
    const [file] = [...(event.currentTarget.files ?? [])];
    event.currentTarget.value = '';
    other = file !== undefined && (file.name !== upload.name || file.size !== upload.size);
    if (file && !other) goOn([file]);
  }
</script>

<li class="py-1.5" aria-label="{upload.name}, on its way">
  <p class="font-medium wrap-anywhere">{upload.name}</p>
  <p class="figures text-sm">
    {#if whole}All {sizeText(upload.size)} are here, but it was not put into its place.
    {:else}{percent} % of {sizeText(upload.size)} are here. It is not being sent from this page.{/if}
  </p>
  <div class="mt-1 flex flex-wrap items-center gap-2">
    {#if whole}
      <OneButton action="?/useAsArrived" fields={{ uploadId: upload.id }} class="btn btn-primary btn-sm"
        >Put it in its place<span class="sr-only"> {upload.name}</span></OneButton
      >
    {:else if scripted.yes}
      <input {id} type="file" class="peer sr-only" onchange={chosen} />
      <label for={id} class="btn btn-sm peer-focus-visible:outline-3 peer-focus-visible:outline-accent"
        >Choose it again to go on<span class="sr-only"> with {upload.name}</span></label
      >
    {/if}
    <OneButton action="?/discardUpload" fields={{ uploadId: upload.id }} class="btn btn-ghost btn-sm"
      >Give it up<span class="sr-only"> {upload.name}</span></OneButton
    >
  </div>
  {#if other}<p class="text-sm font-medium text-error" role="alert">
      That is another file. This one is called {upload.name} and has {thousands(upload.size)} bytes.
    </p>{/if}
</li>
