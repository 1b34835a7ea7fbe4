<script lang="ts">
  import ReceiptSheet from '$ui/receipts/ReceiptSheet.svelte';

  const { data } = $props();
</script>

<svelte:head><title>Receipt {data.receipt.number} · Vendro</title></svelte:head>
<ReceiptSheet receipt={data.receipt} assignmentId={data.assignmentId} />
