<script lang="ts">
  import { onMount } from 'svelte';
  import { dev } from '$app/environment';
  import VerifyReceipt from '$ui/receipts/VerifyReceipt.svelte';

  const { data } = $props();

  /** From the second visit on this page opens without a line; where it cannot be kept, it works all the same. */
  onMount(() => {
    const type = dev ? 'module' : 'classic';
    void navigator.serviceWorker?.register('/service-worker.js', { scope: '/verify', type }).catch(() => undefined);
  });
</script>

<svelte:head><title>Verify a receipt · Vendro</title></svelte:head>
<VerifyReceipt keys={data.keys} />
