<script lang="ts">
  import AddLink from '$ui/links/AddLink.svelte';
  import type { Filling } from '../ways';

  const { at, close }: { at: Filling; close: () => void } = $props();
</script>

<AddLink deliverableId={at.place.id} place={at.place.title} formKey={at.formKey} pasted={at.pasted} {close} />
