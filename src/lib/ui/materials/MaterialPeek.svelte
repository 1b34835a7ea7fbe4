<script lang="ts">
  import Icon from '$ui/icons/Icon.svelte';
  import { unfolds } from '$ui/primitives/unfolds';
  import type { MaterialView } from '$core/courses/views';
  import { kindText } from '$core/materials/preview';
  import { sizeText } from '$core/materials/size-text';
  import { fileAddress } from '$core/materials/source';
  import Peek from './Peek.svelte';

  /** A material that opens where it stands. Without JavaScript its own page shows the same. */
  const { material }: { material: MaterialView } = $props();
  const file = $derived(fileAddress('materials', material.id));
  let open = $state(false);
</script>

<details {@attach unfolds((now) => (open = now))} class="border-b border-base-300">
  <summary class="flex min-h-11 cursor-pointer items-center gap-2 py-1.5">
    <Icon name="book-open" />
    <span class="font-semibold underline underline-offset-2">{material.title}</span>
    <span class="text-sm opacity-85">{kindText(material.name)}, {sizeText(material.size)}</span>
  </summary>
  <div class="pb-4">
    <p class="mb-2 flex gap-4 text-sm">
      <a class="link" href="/materials/{material.id}">On a page of its own</a>
      <a class="link" href={file} download>Download {material.name}</a>
    </p>
    {#if open}<Peek {file} title={material.title} name={material.name} />{/if}
  </div>
</details>
