<script lang="ts">
  import Answered from '$ui/primitives/Answered.svelte';

  const { form } = $props();
  const back = $derived(form && 'back' in form ? form.back : '/');
</script>

<svelte:head><title>Not sent · Vendro</title></svelte:head>
<div class="mx-auto max-w-3xl px-4 pt-8 pb-16">
  <h1 class="mb-3 page-title">{form && 'problem' in form ? 'Not sent' : 'Nothing to say here'}</h1>
  <Answered {form} />
  <p><a class="link" href={back}>Go back to where you were</a></p>
</div>
