<script lang="ts">
  import Message from '$ui/primitives/Message.svelte';

  const { data } = $props();
</script>

<svelte:head><title>Starter of {data.starter.place} · Vendro</title></svelte:head>
<div class="mx-auto max-w-4xl px-4 pt-5 pb-16">
  <p class="mb-3 text-sm"><a class="link" href="/assignments/{data.assignmentId}">{data.starter.assignment}</a></p>
  <h1 class="mb-2 page-title">Starter of {data.starter.place}</h1>
  {#await import('$ui/pages/StarterForm.svelte') then { default: StarterForm }}
    <StarterForm starter={data.starter} address="/assignments/{data.assignmentId}/places/{data.placeId}" />
  {:catch}
    <Message kind="problem">What makes starters could not be fetched just now. Read the page anew.</Message>
  {/await}
</div>
