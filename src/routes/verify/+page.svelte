<script lang="ts">
  import VerifyReceipt from '$ui/receipts/VerifyReceipt.svelte';

  const { data } = $props();
</script>

<svelte:head><title>Verify a receipt · Vendro</title></svelte:head>
<VerifyReceipt keys={data.keys} />
