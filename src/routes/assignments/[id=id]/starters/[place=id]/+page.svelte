<script lang="ts">
  import StarterForm from '$ui/pages/StarterForm.svelte';

  const { data } = $props();
</script>

<svelte:head><title>Starter of {data.starter.place} · Vendro</title></svelte:head>
<div class="mx-auto max-w-4xl px-4 pt-5 pb-16">
  <p class="mb-3 text-sm"><a class="link" href="/assignments/{data.assignmentId}">{data.starter.assignment}</a></p>
  <h1 class="mb-2 page-title">Starter of {data.starter.place}</h1>
  <StarterForm starter={data.starter} />
</div>
