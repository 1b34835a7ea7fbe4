<script lang="ts">
  import PickFromShelf from '$ui/shelf/PickFromShelf.svelte';
  import type { Filling } from '../ways';

  const { at, close }: { at: Filling; close: () => void } = $props();
</script>

<PickFromShelf deliverableId={at.place.id} place={at.place.title} formKey={at.formKey} {close} />
