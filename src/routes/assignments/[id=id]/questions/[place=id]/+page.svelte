<script lang="ts">
  import QuestionsForm from '$ui/questions/QuestionsForm.svelte';

  const { data } = $props();
</script>

<svelte:head><title>Questions of {data.set.place} · Vendro</title></svelte:head>
<div class="mx-auto max-w-4xl px-4 pt-5 pb-16">
  <p class="mb-3 text-sm"><a class="link" href="/assignments/{data.assignmentId}">{data.set.assignment}</a></p>
  <h1 class="mb-2 page-title">Questions of {data.set.place}</h1>
  <QuestionsForm set={data.set} />
</div>
