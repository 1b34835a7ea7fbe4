<script lang="ts">
  import { BookOpen } from '@lucide/svelte';
  import type { MaterialView } from '$core/courses/views';
  import { kindText, type Preview as PreviewData } from '$core/materials/preview';
  import { sizeText } from '$core/packets/piece-rules';
  import Preview from './Preview.svelte';

  interface Props {
    material: MaterialView;
    /** Asks the server what can be shown of it. */
    look: (id: string) => Promise<PreviewData>;
  }
  /** A material that opens where it stands. Without JavaScript its own page shows the same. */
  const { material, look }: Props = $props();

  const file = $derived(`/materials/${material.id}/file`);
  let preview = $state<PreviewData | null>(null);
  let failed = $state(false);

  async function toggled(event: Event) {
    if (!(event.currentTarget as HTMLDetailsElement).open || preview) return;
    failed = false;
    try {
      preview = await look(material.id);
    } catch {
      failed = true;
    }
  }
</script>

<details ontoggle={toggled} class="border-b border-base-300">
  <summary class="flex min-h-11 cursor-pointer items-center gap-2 py-1.5">
    <BookOpen size={18} strokeWidth={1.75} aria-hidden="true" />
    <span class="font-semibold underline underline-offset-2">{material.title}</span>
    <span class="text-sm opacity-85">{kindText(material.name)}, {sizeText(material.size)}</span>
  </summary>
  <div class="pb-4">
    <p class="mb-2 flex gap-4 text-sm">
      <a class="link" href="/materials/{material.id}">On a page of its own</a>
      <a class="link" href={file} download>Download {material.name}</a>
    </p>
    {#if preview}
      <Preview {preview} {file} {material} />
    {:else if failed}
      <p role="alert">The connection broke before it could be shown. Close it and open it again.</p>
    {:else}
      <p role="status">Opening {material.title} …</p>
    {/if}
  </div>
</details>
