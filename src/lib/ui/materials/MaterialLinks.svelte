<script lang="ts">
  import type { MaterialView } from '$core/courses/views';
  import MaterialPeek from './MaterialPeek.svelte';

  const { materials }: { materials: MaterialView[] } = $props();
</script>

{#each materials as material (material.id)}<MaterialPeek {material} />{/each}
