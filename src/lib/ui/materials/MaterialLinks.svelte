<script lang="ts">
  import type { MaterialView } from '$core/courses/views';
  import type { Preview } from '$core/materials/preview';
  import MaterialPeek from './MaterialPeek.svelte';

  interface Props {
    materials: MaterialView[];
    look: (id: string) => Promise<Preview>;
  }
  const { materials, look }: Props = $props();
</script>

{#each materials as material (material.id)}<MaterialPeek {material} {look} />{/each}
