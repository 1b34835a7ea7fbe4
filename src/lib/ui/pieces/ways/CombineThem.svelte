<script lang="ts">
  import CombinePieces from '$ui/combine/CombinePieces.svelte';
  import { mergeable, type Filling } from '../ways';

  const { at, close }: { at: Filling; close: () => void } = $props();
</script>

<CombinePieces
  assignmentId={at.assignmentId}
  place={at.place}
  pieces={mergeable(at.pieces)}
  largest={at.largest}
  {close}
/>
