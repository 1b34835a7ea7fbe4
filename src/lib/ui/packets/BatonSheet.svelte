<script lang="ts">
  import { batonName, batonPaths, everyBaton } from './baton';

  const drawings = everyBaton().map((drawing) => ({ name: batonName(drawing), ...batonPaths(drawing) }));
</script>

<!-- Drawn once for each page; every baton on it points here. -->
<svg class="absolute size-0" aria-hidden="true">
  {#each drawings as { name, strokes, fills } (name)}
    <symbol id={name} viewBox="0 0 36 16">
      <path d={strokes} />{#if fills}<path d={fills} fill="currentColor" />{/if}
    </symbol>
  {/each}
</svg>
