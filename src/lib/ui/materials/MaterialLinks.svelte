<script lang="ts">
  import { BookOpen } from '@lucide/svelte';
  import type { MaterialView } from '$core/courses/views';
  import { sizeText } from '$core/packets/piece-rules';

  const { materials }: { materials: MaterialView[] } = $props();
</script>

{#if materials.length > 0}
  <ul class="grid gap-1">
    {#each materials as material (material.id)}
      <li>
        <a href="/materials/{material.id}" class="inline-flex items-center gap-2 py-1">
          <BookOpen size={18} strokeWidth={1.75} aria-hidden="true" />
          <span class="link">{material.title}</span>
          <span class="text-sm opacity-85"
            >{material.name.split('.').at(-1)?.toUpperCase()}, {sizeText(material.size)}</span
          >
        </a>
      </li>
    {/each}
  </ul>
{/if}
